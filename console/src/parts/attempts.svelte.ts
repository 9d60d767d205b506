import { messageOf } from "../api/request.ts";

/** What a page tries, one thing at a time: whether it is at it, and how the last one failed. */
export class Attempts {
  busy = $state(false);
  failure = $state("");

  protected async attempt(work: () => Promise<void>): Promise<void> {
    this.busy = true;
    this.failure = "";
    try {
      await work();
    } catch (failure) {
      this.failure = messageOf(failure);
    } finally {
      this.busy = false;
    }
  }
}
