import { changePassword } from "../api/password.ts";
import { errorsByName, errorsOf } from "../api/request.ts";

/** The owner's change of password: what was typed, what was refused of it, and what became of it. */
export class PasswordState {
  open = $state(false);
  current = $state("");
  next = $state("");
  busy = $state(false);
  notice = $state("");
  /** By input; what belongs to none is under the empty name. */
  errors = $state<Record<string, string>>({});

  async submit(): Promise<void> {
    this.busy = true;
    this.errors = {};
    this.notice = "";
    try {
      this.done(await changePassword(this.current, this.next));
    } catch (failure) {
      this.errors = errorsOf(failure, (violations) => errorsByName(violations, (pointer) => pointer.slice(1)));
    } finally {
      this.busy = false;
    }
  }

  close(): void {
    this.open = false;
    this.current = "";
    this.next = "";
    this.errors = {};
  }

  private done(ended: number): void {
    this.close();
    const others = ended === 1 ? "1 other session was" : `${ended} other sessions were`;
    this.notice = ended === 0 ? "Your password is changed." : `Your password is changed, and ${others} ended.`;
  }
}
