import { readAccountAs, type Account, type AccountRef } from "../api/accounts.ts";
import { readMatrix, type Matrix } from "../api/model.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** The record exactly as another party gets it, with the reason for what is not there. */
export class SeenAsState extends Attempts {
  party = $state("");
  parties = $state.raw<string[]>([]);
  account = $state.raw<(Account & { withheld: string[] }) | null>(null);
  readonly #ref: AccountRef;
  #matrix: Matrix | null = null;

  constructor(ref: AccountRef) {
    super();
    this.#ref = ref;
  }

  async load(): Promise<void> {
    await this.attempt(async () => {
      this.#matrix = await readMatrix();
      this.parties = this.#matrix.parties.filter((party) => party !== "guest");
    });
  }

  async look(): Promise<void> {
    this.account = null;
    if (!this.party) return;
    await this.attempt(async () => {
      this.account = await readAccountAs(this.#ref, this.party);
    });
  }

  reads(path: string): boolean {
    return this.#cell(path)?.reads ?? false;
  }

  /** Why the party gets the field, or does not. */
  why(path: string): string {
    return this.#cell(path)?.why.split("; ")[0] ?? "";
  }

  #cell(path: string) {
    return this.#matrix?.fields.find((field) => field.path === path)?.cells[this.party];
  }
}
