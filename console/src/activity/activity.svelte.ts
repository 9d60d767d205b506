import {
  activityOf,
  listActivity,
  verifyActivity,
  type ActivityQuery,
  type Entry,
  type Verification,
} from "../api/activity.ts";
import type { AccountRef } from "../api/accounts.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** Activity, newest first, a page after the other. */
export class ActivityState extends Attempts {
  items = $state.raw<Entry[] | null>(null);
  names = $state.raw<Record<string, string>>({});
  next = $state<number | undefined>();
  query = $state<ActivityQuery>({});
  verification = $state.raw<Verification | null>(null);
  readonly #ref: AccountRef | undefined;

  /** @param ref whose activity; all that the reader may know where it is left out */
  constructor(ref?: AccountRef) {
    super();
    this.#ref = ref;
  }

  async begin(): Promise<void> {
    await this.#load(undefined);
  }

  async more(): Promise<void> {
    await this.#load(this.next);
  }

  async verify(): Promise<void> {
    await this.attempt(async () => {
      this.verification = await verifyActivity();
    });
  }

  async #load(before: number | undefined): Promise<void> {
    await this.attempt(async () => {
      const page = this.#ref ? await activityOf(this.#ref, before) : await listActivity({ ...this.query, before });
      this.items = before === undefined ? page.items : [...(this.items ?? []), ...page.items];
      this.names = { ...this.names, ...page.names };
      this.next = page.next;
    });
  }
}
