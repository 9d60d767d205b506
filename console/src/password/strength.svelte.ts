import { assessPassword, type Assessment } from "../api/password.ts";

const PAUSE = 300;

/** What the typed password would be worth, asked when the typing pauses. A hint: where it cannot be had, nothing is said. */
export class StrengthState {
  assessed = $state.raw<Assessment | null>(null);
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #identifiers: string[];

  constructor(identifiers: string[]) {
    this.#identifiers = identifiers;
  }

  typed(password: string): void {
    clearTimeout(this.#timer);
    if (!password) {
      this.assessed = null;
      return;
    }
    this.#timer = setTimeout(() => void this.#ask(password), PAUSE);
  }

  async #ask(password: string): Promise<void> {
    this.assessed = await assessPassword(password, this.#identifiers).catch(() => null);
  }
}

export const BEADS = { weak: 1, fair: 2, strong: 3 } as const;

/** What to do about it, in a sentence. */
export function adviceOn(assessed: Assessment): string {
  if (assessed.violations.length) return assessed.violations.map((violation) => violation.detail).join(" ");
  return {
    weak: "Would be guessed soon. A few unrelated words are better.",
    fair: "Good enough for now; one more unrelated word makes it strong.",
    strong: "Would stand for a long time.",
  }[assessed.strength];
}
