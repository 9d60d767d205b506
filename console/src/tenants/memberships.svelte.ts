import { readAccount, type Tenant } from "../api/accounts.ts";
import { endMembership, joinTenant, listTenants, moveMember, moveOf, type Moved } from "../api/tenants.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** What is being done: joining one more, leaving one for another, or leaving one. */
export type Doing = { what: "join" } | { what: "move"; from: Tenant } | { what: "leave"; from: Tenant };

/** The tenants that an account belongs to, and how that is changed. */
export class MembershipsState extends Attempts {
  tenants = $state.raw<Tenant[] | null>(null);
  doing = $state.raw<Doing | null>(null);
  /** Which tenant is joined, by its name, subdomain or id, as it is typed. */
  to = $state("");
  /** What the move would do; asked for before it is done. */
  preview = $state.raw<Moved | null>(null);
  notice = $state("");
  readonly #account: string;
  readonly #changed: () => void;

  /** @param changed called when the account belongs to other tenants than before */
  constructor(account: string, changed: () => void) {
    super();
    this.#account = account;
    this.#changed = changed;
  }

  async load(): Promise<void> {
    await this.attempt(async () => {
      this.tenants = (await readAccount(this.#account)).body.tenants;
    });
  }

  begin(doing: Doing): void {
    this.doing = doing;
    this.to = "";
    this.preview = null;
    this.errors = {};
    this.notice = "";
  }

  /** A preview is of the tenant that was named then. */
  name(tenant: string): void {
    this.to = tenant;
    this.preview = null;
  }

  async submit(): Promise<void> {
    const doing = this.doing;
    if (!doing) return;
    if (doing.what === "leave") {
      await this.#done(`No longer belongs to ${doing.from.name}.`, () => endMembership(doing.from.id, this.#account));
    } else if (!this.to.trim()) {
      this.errors = { to: "Name a tenant, such as by its subdomain." };
    } else if (doing.what === "join") {
      await this.#done("Joined.", async () => joinTenant(await this.#named(), this.#account));
    } else if (this.preview) {
      await this.#done(`Moved from ${doing.from.name}.`, async () =>
        moveMember(this.#account, { from: doing.from.id, to: await this.#named() }),
      );
    } else {
      await this.refusable(async () => {
        this.preview = await moveOf(this.#account, { from: doing.from.id, to: await this.#named() });
      });
    }
  }

  /** By a name that only one tenant has; what else was typed may be a subdomain or an id. */
  async #named(): Promise<string> {
    const text = this.to.trim();
    const { items } = await listTenants(text);
    const called = items.filter(({ name }) => name.toLowerCase() === text.toLowerCase());
    return called.length === 1 ? called[0]!.id : text;
  }

  async #done(notice: string, work: () => Promise<void>): Promise<void> {
    await this.refusable(async () => {
      await work();
      this.doing = null;
      this.notice = notice;
      await this.load();
      this.#changed();
    });
  }
}
