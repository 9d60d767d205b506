import { errorsByName, errorsOf, messageOf } from "../api/request.ts";

/** What a page tries, one thing at a time: whether it is at it, and how the last one failed. */
export class Attempts {
  busy = $state(false);
  failure = $state("");
  /** What was refused of a form, by input; what belongs to none is under the empty name. */
  errors = $state.raw<Record<string, string>>({});

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

  /**
   * Sends a form: what is refused of it is said at its inputs.
   *
   * @param nameOf the input that a pointer is about
   */
  protected async refusable(
    work: () => Promise<void>,
    nameOf: (pointer: string) => string = (pointer) => pointer.slice(1),
  ): Promise<void> {
    this.busy = true;
    this.errors = {};
    try {
      await work();
    } catch (failure) {
      this.errors = errorsOf(failure, (violations) => errorsByName(violations, nameOf));
    } finally {
      this.busy = false;
    }
  }
}
