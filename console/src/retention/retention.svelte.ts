import {
  listArchive,
  listRules,
  listRuns,
  previewRule,
  readRun,
  restoreAccount,
  runRule,
  withdrawRun,
  type Action,
  type Archived,
  type Preview,
  type Restored,
  type Rule,
  type Run,
} from "../api/retention.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

const POLL = 300;

/** The rules, what one of them would take now, and what earlier runs took. */
export class RetentionState extends Attempts {
  rules = $state.raw<Rule[] | null>(null);
  runs = $state.raw<Run[]>([]);
  archive = $state.raw<Archived[]>([]);
  restored = $state.raw<Restored | null>(null);
  preview = $state.raw<Preview | null>(null);
  running = $state.raw<Run | null>(null);

  async load(): Promise<void> {
    await this.attempt(async () => {
      [this.rules, this.runs, this.archive] = await Promise.all([listRules(), listRuns(), listArchive()]);
    });
  }

  async look(rule: string): Promise<void> {
    this.running = null;
    await this.attempt(async () => {
      this.preview = await previewRule(rule);
    });
  }

  /** @param beyond whether it may take more than the rule's limit */
  async run(rule: string, beyond = false): Promise<void> {
    await this.attempt(async () => {
      this.running = await runRule(rule, beyond);
      while (this.running.state === "running") {
        await new Promise((resolve) => setTimeout(resolve, POLL));
        this.running = await readRun(this.running.id);
      }
      this.preview = null;
      [this.runs, this.archive] = await Promise.all([listRuns(), listArchive()]);
    });
  }

  async withdraw(id: string): Promise<void> {
    await this.attempt(async () => {
      await withdrawRun(id);
      this.runs = await listRuns();
    });
  }

  async restore(id: string): Promise<void> {
    await this.attempt(async () => {
      this.restored = await restoreAccount(id);
      this.archive = await listArchive();
    });
  }
}

const SORTS: Record<string, string> = {
  accounts: "accounts",
  sessions: "sessions",
  credentials: "passwords",
  rolesGiven: "roles given",
  memberships: "memberships",
  pictures: "pictures",
};

/** Counts by sort in words, without those that are none. Every other sort is a profile. */
export function inWords(counts: Record<string, number>, estimated: string[] = []): string {
  const parts = Object.entries(counts).filter(([, count]) => count > 0);
  return parts.length
    ? parts
        .map(
          ([sort, count]) =>
            `${estimated.includes(sort) ? "about " : ""}${count.toLocaleString()} ${SORTS[sort] ?? `${sort} profiles`}`,
        )
        .join(", ")
    : "nothing";
}

/** A rule's action as a button and a sentence say it. */
export const ACTIONS: Record<Action, { word: string; means: string; also: string }> = {
  delete: { word: "Delete", means: "for good. This cannot be undone.", also: "Also deleted" },
  anonymise: {
    word: "Anonymise",
    means: "for good: what tells whose they were goes. This cannot be undone.",
    also: "Also affected",
  },
  archive: {
    word: "Archive",
    means: "out of everyone's reach. They can be brought back, without their pictures.",
    also: "Also archived",
  },
};

/** `P14D` as "14 days"; what is no simple duration stays as it is. */
export function spanInWords(span: string): string {
  const [, count, unit] = /^P(\d+)([DWMY])$/.exec(span) ?? [];
  const words = { D: "day", W: "week", M: "month", Y: "year" }[unit as "D"];
  return words ? `${count} ${words}${count === "1" ? "" : "s"}` : span;
}
