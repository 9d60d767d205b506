import { changePassword } from "../api/password.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** The owner's change of password: what was typed, what was refused of it, and what became of it. */
export class PasswordState extends Attempts {
  open = $state(false);
  current = $state("");
  next = $state("");
  notice = $state("");

  async submit(): Promise<void> {
    this.notice = "";
    await this.refusable(async () => this.done(await changePassword(this.current, this.next)));
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
