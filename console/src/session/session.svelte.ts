import type { Account } from "../api/accounts.ts";
import { readAccount } from "../api/accounts.ts";
import type { Form } from "../api/model.ts";
import { readForm } from "../api/model.ts";
import { messageOf, onSessionEnded, Refused, workIn } from "../api/request.ts";
import { chooseTenant, signIn, signOut } from "../api/session.ts";
import { listTenants } from "../api/tenants.ts";
import { remembered, remember, type Place } from "./working.ts";

type State = "starting" | "guest" | "signed-in" | "failed";

/** Who is signed in, and what the live model lets them do. The one thing that every page shares. */
class Session {
  state = $state<State>("starting");
  account = $state.raw<Account | null>(null);
  form = $state.raw<Form | null>(null);
  failure = $state("");
  /** Whether the session ended while somebody was at work: the page stays beneath, with what they typed. */
  expired = $state(false);

  /** Tenants of their own, between which somebody switches. */
  places = $state.raw<Place[]>([]);
  /** The tenant that was chosen in this tab. */
  working = $state.raw<Place | undefined>();

  /** The name of the tenant in which the account works, if it works in one. */
  readonly tenant = $derived(
    [this.working, ...this.places, ...(this.account?.tenants ?? [])].find((place) => place?.id === this.form?.tenant)
      ?.name,
  );
  readonly switches = $derived(["header", "session"].some((way) => this.form?.tenantFrom.includes(way)));
  readonly may = $derived(new Set(this.form?.may ?? []));

  /** Takes up the session that the browser's cookie holds, if it holds one. */
  async restore(): Promise<void> {
    this.failure = "";
    this.working = remembered();
    workIn(this.working?.id);
    try {
      await this.load();
    } catch (failure) {
      if (this.working && failure instanceof Refused && failure.problem.status === 404) {
        // Left, suspended or removed meanwhile.
        this.#forget();
        return this.restore();
      }
      const guest = failure instanceof Refused && failure.unauthenticated;
      if (!guest) this.failure = messageOf(failure);
      this.state = guest ? "guest" : "failed";
    }
  }

  async signIn(identifier: string, password: string, code?: string): Promise<void> {
    const before = this.expired ? this.account?.id : undefined;
    await signIn(identifier, password, code);
    await this.load();
    this.expired = false;
    // What is on the page is for whoever was here before.
    if (before && before !== this.account?.id) location.reload();
  }

  /** The service does not know the session any more. */
  expire(): void {
    this.expired = this.state === "signed-in";
  }

  /** Once more, after the service could not be reached. */
  retry(): Promise<void> {
    this.state = "starting";
    return this.restore();
  }

  /** Works in a tenant from now on, or outside of tenants; what is on the page was another's. */
  async work(place: Place | undefined): Promise<void> {
    if (this.form?.tenantFrom.includes("header")) remember(place);
    else await chooseTenant(place?.id);
    location.assign("/");
  }

  #forget(): void {
    remember(undefined);
    workIn(undefined);
    this.working = undefined;
  }

  async signOut(): Promise<void> {
    await signOut();
    this.#forget();
    this.ended();
  }

  /** Asks again what the model says; after a publish, say. */
  async refresh(): Promise<void> {
    this.form = await readForm();
  }

  ended(): void {
    this.account = null;
    this.form = null;
    this.expired = false;
    this.state = "guest";
  }

  private async load(): Promise<void> {
    const [account, form] = await Promise.all([readAccount("own"), readForm()]);
    this.account = account.body;
    this.form = form;
    this.state = "signed-in";
    if (!this.switches) return;
    // Somebody who reads all tenants finds the others on their page.
    this.places = this.may.has("tenants.read") ? account.body.tenants : (await listTenants({})).items;
  }
}

export const session = new Session();
onSessionEnded(() => session.expire());
