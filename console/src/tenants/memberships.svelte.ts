import { readAccount, type Tenant } from "../api/accounts.ts";
import { readForm } from "../api/model.ts";
import { endMembership, joinTenant, listTenants, moveMember, moveOf, type Moved } from "../api/tenants.ts";
import { RecordState } from "../accounts/record.svelte.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** What is being done: joining one more, leaving one for another, or leaving one. */
export type Doing = { what: "join" } | { what: "move"; from: Tenant } | { what: "leave"; from: Tenant };

/** What the account has in one of its tenants, while it is edited. */
export interface Values {
  tenant: Tenant;
  record: RecordState;
}

/** The tenants that an account belongs to, and how that is changed. */
export class MembershipsState extends Attempts {
  tenants = $state.raw<Tenant[] | null>(null);
  doing = $state.raw<Doing | null>(null);
  /** Which tenant is joined, by its name, subdomain or id, as it is typed. */
  to = $state("");
  /** What the move would do; asked for before it is done. */
  preview = $state.raw<Moved | null>(null);
  notice = $state("");
  values = $state.raw<Values | null>(null);
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
    this.values = null;
    this.to = "";
    this.preview = null;
    this.errors = {};
    this.notice = "";
  }

  /** Begins to edit what the account has in that tenant. */
  async edit(tenant: Tenant): Promise<void> {
    this.doing = null;
    this.notice = "";
    await this.attempt(async () => {
      const record = new RecordState(this.#account, await readForm(tenant.id), tenant.id);
      await record.load();
      this.failure =
        record.failure || (record.editable.length ? "" : `Nothing in ${tenant.name} is for you to change.`);
      if (this.failure) return;
      record.edit();
      this.values = { tenant, record };
    });
  }

  async save(): Promise<void> {
    const values = this.values;
    if (!values) return;
    await values.record.save();
    if (values.record.editing) return;
    this.values = null;
    this.notice = `Saved for ${values.tenant.name}.`;
    this.#changed();
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
    const { items } = await listTenants({ name: text });
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
