import {
  beginSecondFactor,
  confirmSecondFactor,
  newRecoveryCodes,
  readSecondFactor,
  removeSecondFactor,
  type Begun,
  type SecondFactor,
} from "../api/secondfactor.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

type Step = "idle" | "password" | "code" | "renewing" | "removing";

/** The owner's second factor: whether there is one, and the way to one or away from it. */
export class SecondFactorState extends Attempts {
  state = $state.raw<SecondFactor | null>(null);
  step = $state<Step>("idle");
  /** The password or the code that is being typed. */
  typed = $state("");
  begun = $state.raw<Begun | null>(null);
  recoveryCodes = $state.raw<string[]>([]);
  notice = $state("");

  async load(): Promise<void> {
    await this.attempt(async () => {
      this.state = await readSecondFactor();
    });
  }

  go(step: Step): void {
    this.step = step;
    this.typed = "";
    this.failure = "";
    this.notice = "";
    this.recoveryCodes = [];
    if (step === "idle") this.begun = null;
  }

  async submit(): Promise<void> {
    await this.attempt(async () => {
      if (this.step === "password") {
        this.begun = await beginSecondFactor(this.typed);
        this.go("code");
      } else if (this.step === "code") {
        await this.#told(await confirmSecondFactor(this.typed));
      } else if (this.step === "renewing") {
        await this.#told(await newRecoveryCodes(this.typed));
      } else {
        await removeSecondFactor(this.typed);
        this.go("idle");
        this.notice = "You sign in with your password alone from now on.";
        this.state = await readSecondFactor();
      }
    });
  }

  async #told(codes: string[]): Promise<void> {
    this.go("idle");
    this.recoveryCodes = codes;
    this.state = await readSecondFactor();
  }
}
