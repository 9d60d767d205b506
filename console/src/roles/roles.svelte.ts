import type { AccountRef, Tenant } from "../api/accounts.ts";
import {
  approveRole,
  explain,
  giveRole,
  holdersOf,
  listRoles,
  rolesOf,
  takeRole,
  waitingRoles,
  type Explanation,
  type Grant,
  type Role,
} from "../api/roles.ts";
import { Attempts } from "../parts/attempts.svelte.ts";
import { momentOf } from "./roles.ts";

/** The roles of the live model, and whom one of them was given to. */
export class RolesState extends Attempts {
  roles = $state.raw<Role[] | null>(null);
  chosen = $state("");
  holders = $state.raw<Grant[] | null>(null);
  names = $state.raw<Record<string, string>>({});
  next = $state<string | undefined>();
  /** What waits for the approval of a second person. */
  waiting = $state.raw<Grant[]>([]);

  async load(): Promise<void> {
    await this.attempt(async () => {
      this.roles = await listRoles();
      if (!this.roles.some(({ approval }) => approval)) return;
      const waiting = await waitingRoles();
      this.waiting = waiting.items;
      this.names = { ...this.names, ...waiting.names };
    });
  }

  async approve(grant: Grant): Promise<void> {
    await this.attempt(async () => {
      await approveRole(grant.account, grant.role, grant.tenant?.id);
    });
    if (!this.failure) await this.load();
  }

  async choose(role: string): Promise<void> {
    this.chosen = role;
    this.holders = null;
    this.next = undefined;
    await this.more();
  }

  async more(): Promise<void> {
    const role = this.chosen;
    await this.attempt(async () => {
      const page = await holdersOf(role, this.next);
      if (role !== this.chosen) return;
      this.holders = [...(this.holders ?? []), ...page.items];
      this.names = { ...this.names, ...page.names };
      this.next = page.next;
    });
  }
}

/** The roles of one account: what it was given, what is given and taken, and why it may do something. */
export class AccountRolesState extends Attempts {
  roles = $state.raw<Role[]>([]);
  grants = $state.raw<Grant[] | null>(null);
  names = $state.raw<Record<string, string>>({});
  giving = $state(false);
  role = $state("");
  /** By its id; empty for the session's own. */
  tenant = $state("");
  reason = $state("");
  from = $state("");
  until = $state("");
  permission = $state("");
  /** Where it is asked about: a tenant's id; empty for outside of tenants. */
  where = $state("");
  explanation = $state.raw<Explanation | null>(null);
  readonly #ref: AccountRef;

  constructor(ref: AccountRef) {
    super();
    this.#ref = ref;
  }

  /** The one that is being given, if it counts within a tenant. */
  get withinTenant(): boolean {
    return this.roles.some(({ name, withinTenant }) => name === this.role && withinTenant);
  }

  /** In which the account has roles. */
  get tenants(): Tenant[] {
    const tenants = (this.grants ?? []).flatMap(({ tenant }) => tenant ?? []);
    return tenants.filter(({ id }, at) => tenants.findIndex((other) => other.id === id) === at);
  }

  async load(): Promise<void> {
    await this.attempt(async () => {
      const [roles, grants] = await Promise.all([listRoles(), rolesOf(this.#ref)]);
      this.roles = roles;
      this.grants = grants.items;
      this.names = grants.names;
    });
  }

  begin(tenants: Tenant[]): void {
    this.giving = true;
    this.role = "";
    this.tenant = tenants[0]?.id ?? "";
    this.reason = "";
    this.from = "";
    this.until = "";
    this.errors = {};
  }

  async give(): Promise<void> {
    if (!this.role) {
      this.errors = { role: "Choose a role." };
      return;
    }
    await this.refusable(async () => {
      const terms = {
        reason: this.reason.trim() || undefined,
        starts: momentOf(this.from, false),
        ends: momentOf(this.until, true),
      };
      await giveRole(this.#ref, this.role, terms, this.withinTenant ? this.tenant : undefined);
      this.giving = false;
      await this.load();
    });
  }

  async approve(grant: Grant): Promise<void> {
    await this.attempt(async () => {
      await approveRole(grant.account, grant.role, grant.tenant?.id);
    });
    if (!this.failure) await this.load();
  }

  async take(grant: Grant): Promise<void> {
    await this.attempt(async () => {
      await takeRole(this.#ref, grant.role, grant.tenant?.id);
    });
    if (!this.failure) await this.load();
  }

  async ask(): Promise<void> {
    this.explanation = null;
    await this.attempt(async () => {
      this.explanation = await explain(this.#ref, this.permission.trim(), this.where || undefined);
    });
  }
}
