import { bodyOf, draftOf, type Draft } from "../accounts/fields.ts";
import { listAccounts, type Account, type Body } from "../api/accounts.ts";
import { readForm, type Field } from "../api/model.ts";
import { listRoles } from "../api/roles.ts";
import {
  addTenant,
  changeTenant,
  invite,
  listInvitations,
  listTenants,
  readTenant,
  removalOf,
  removeTenant,
  sendInvitation,
  withdrawInvitation,
  type Invitation,
  type Removal,
  type Tenant,
  type TenantChange,
  type TenantQuery,
} from "../api/tenants.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

const SHOWN_MEMBERS = 10;

/** Tenants, page by page; those whose name begins with something. */
export class TenantsState extends Attempts {
  tenants = $state.raw<Tenant[] | null>(null);
  name = $state("");
  /** By what the model lets tenants have. */
  filter = $state("");
  /** Whether those that are archived are shown, and no others. */
  archived = $state(false);
  next = $state<string | undefined>();
  adding = $state(false);
  newName = $state("");

  async load(): Promise<void> {
    const wanted = this.#wanted();
    await this.attempt(async () => {
      const page = await listTenants(wanted);
      if (JSON.stringify(wanted) !== JSON.stringify(this.#wanted())) return;
      this.tenants = page.items;
      this.next = page.next;
    });
  }

  async more(): Promise<void> {
    await this.attempt(async () => {
      const page = await listTenants({ ...this.#wanted(), after: this.next });
      this.tenants = [...(this.tenants ?? []), ...page.items];
      this.next = page.next;
    });
  }

  #wanted(): TenantQuery {
    return { name: this.name.trim(), filter: this.filter, archived: this.archived };
  }

  /** The id of the new one; undefined where it was refused. */
  async add(): Promise<string | undefined> {
    let id: string | undefined;
    await this.attempt(async () => {
      id = await addTenant(this.newName);
    });
    return id;
  }
}

export const LIMITS = ["members", "invitations", "requests"] as const;
export type Limit = (typeof LIMITS)[number];

/** The domains are typed into one, and fields are known by their paths. */
function inputOf(pointer: string): string {
  return pointer
    .slice(1)
    .replace(/^domains\/.*/, "domains")
    .replace(/^fields\//, "tenants.");
}

/** What the tenant has, as what holds fields is written that are called `tenants.…`. */
function holderOf(tenant: Tenant): Account {
  return { tenants: tenant.fields } as unknown as Account;
}

function number(text: string): number | undefined {
  return text.trim() ? Number(text) : undefined;
}

/** One tenant: what it is called, its open invitations, and what becomes of it. */
export class TenantState extends Attempts {
  tenant = $state.raw<Tenant | null>(null);
  /** What the model lets tenants have, as far as the reader may read or write it in this one. */
  fields = $state.raw<Field[]>([]);
  draft = $state<Draft>({});
  #before: Draft = {};
  /** Some of those who belong to it. */
  members = $state.raw<Account[] | null>(null);
  moreMembers = $state(false);
  invitations = $state.raw<Invitation[] | null>(null);
  removal = $state.raw<Removal | null>(null);
  /** How many memberships have ended while it is removed. */
  ended = $state<number | undefined>();
  editing = $state(false);
  inviting = $state(false);
  name = $state("");
  slug = $state("");
  domains = $state("");
  /** Limits as they are typed; empty for any number. */
  most = $state<Record<Limit, string>>({ members: "", invitations: "", requests: "" });
  address = $state("");
  role = $state("");
  mail = $state(true);
  /** What is shown once. */
  told = $state("");
  /** Those that count within a tenant. */
  roles = $state.raw<string[]>([]);
  readonly #id: string;

  constructor(id: string) {
    super();
    this.#id = id;
  }

  /**
   * @param mayInvite whether its invitations are to be shown
   * @param mayRead whether its members are
   */
  async load(mayInvite: boolean, mayRead = false): Promise<void> {
    await this.attempt(async () => {
      [this.tenant, { tenantFields: this.fields }] = await Promise.all([readTenant(this.#id), readForm(this.#id)]);
      if (mayRead) {
        const page = await listAccounts({ sort: "-meta.created" }, this.#id);
        this.members = page.items.slice(0, SHOWN_MEMBERS);
        this.moreMembers = page.items.length > SHOWN_MEMBERS;
      }
      if (mayInvite) this.invitations = await listInvitations(this.#id);
    });
  }

  get fillable(): Field[] {
    return this.fields.filter((field) => field.changes);
  }

  /** Of what the tenant has, what the reader sees. */
  get shown(): Field[] {
    return this.fields.filter((field) => this.tenant?.fields[field.name] !== undefined);
  }

  edit(): void {
    this.draft = draftOf(this.fillable, holderOf(this.tenant!));
    this.#before = { ...this.draft };
    const { name, slug, domains, limits } = this.tenant!;
    this.editing = true;
    this.errors = {};
    this.name = name;
    this.slug = slug;
    this.domains = domains.join(", ");
    for (const limit of LIMITS) this.most[limit] = String(limits[limit] ?? "");
  }

  async save(): Promise<void> {
    const wrong = LIMITS.filter((limit) => !/^\d*$/.test(this.most[limit].trim()));
    if (wrong.length) {
      this.errors = Object.fromEntries(wrong.map((limit) => [`limits/${limit}`, "Give a whole number, or nothing."]));
      return;
    }
    await this.refusable(async () => {
      const { name, slug, domains, limits } = this.tenant!;
      const wanted = this.domains.split(/[\s,]+/).filter(Boolean);
      const limited = Object.fromEntries(LIMITS.map((limit) => [limit, number(this.most[limit])]));
      const sameLimits = LIMITS.every((limit) => limited[limit] === limits[limit]);
      const { tenants: fields } = bodyOf(this.fillable, this.draft, this.#before);
      this.tenant = await changeTenant(this.#id, {
        fields: fields as Body | undefined,
        name: this.name === name ? undefined : this.name,
        slug: this.slug === slug ? undefined : this.slug,
        domains: wanted.join() === domains.join() ? undefined : wanted,
        limits: sameLimits ? undefined : limited,
      });
      this.editing = false;
    }, inputOf);
  }

  async set(change: TenantChange): Promise<void> {
    await this.attempt(async () => {
      this.tenant = await changeTenant(this.#id, change);
      this.removal = null;
    });
  }

  async beginInviting(): Promise<void> {
    this.inviting = true;
    this.errors = {};
    this.told = "";
    this.address = "";
    this.role = "";
    await this.attempt(async () => {
      this.roles = (await listRoles()).filter(({ withinTenant }) => withinTenant).map(({ name }) => name);
    });
  }

  async invite(): Promise<void> {
    await this.refusable(async () => {
      const address = this.address.trim() || undefined;
      const mail = this.mail && !!address;
      const made = await invite(this.#id, { address, mail, roles: this.role ? [this.role] : undefined });
      this.told = made.invitation ?? "";
      this.inviting = false;
      this.invitations = await listInvitations(this.#id);
    });
  }

  async send(invitation: Invitation): Promise<void> {
    await this.#andInvitations(() => sendInvitation(this.#id, invitation.id));
  }

  async withdraw(invitation: Invitation): Promise<void> {
    await this.#andInvitations(() => withdrawInvitation(this.#id, invitation.id));
  }

  async askRemoval(): Promise<void> {
    await this.attempt(async () => {
      this.removal = await removalOf(this.#id);
    });
  }

  /** Whether it is gone. */
  async remove(): Promise<boolean> {
    await this.attempt(() => removeTenant(this.#id, (ended) => (this.ended = ended)));
    return !this.failure;
  }

  async #andInvitations(work: () => Promise<void>): Promise<void> {
    await this.attempt(async () => {
      await work();
      this.invitations = await listInvitations(this.#id);
    });
  }
}
