import {
  controlPublish,
  diffSource,
  publishSource,
  readRevision,
  readSource,
  type Control,
  type Diff,
  type Revision,
} from "../api/model.ts";
import { messageOf } from "../api/request.ts";
import { session } from "../session/session.svelte.ts";
import { draft } from "./draft.ts";

const TYPING_PAUSE = 400;
const POLL = 300;

/** The model file that is being worked on: its text, what the checker says, what publishing it would do. */
export class ModelState {
  loaded = $state(false);
  text = $state("");
  live = $state({ revision: 0, source: "" });
  diff = $state.raw<Diff | null>(null);
  checking = $state(false);
  failure = $state("");
  message = $state("");
  allowed = $state<Record<string, boolean>>({});
  publishing = $state.raw<Revision | null>(null);

  #timer: ReturnType<typeof setTimeout> | undefined;
  #latest = 0;

  readonly changed = $derived(this.text !== this.live.source);
  readonly changes = $derived(this.diff?.changes ?? []);
  readonly blocked = $derived(
    !this.diff?.changes ||
      this.changes.length === 0 ||
      this.changes.some((change) => change.effect === "decision" || change.effect === "unsupported") ||
      this.changes.some((change) => change.toAllow && !this.allowed[change.name]),
  );
  readonly busy = $derived(this.publishing !== null && this.publishing.step !== "done");

  async load(): Promise<void> {
    try {
      this.live = await readSource();
      this.text = draft.read() ?? this.live.source;
      this.loaded = true;
      await this.check();
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  /** Keeps what was typed until it is published, even over a reload, and checks it once the typing has paused. */
  edit(text: string): void {
    this.text = text;
    draft.keep(text);
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.check(), TYPING_PAUSE);
  }

  discard(): void {
    draft.forget();
    this.text = this.live.source;
    this.loaded = false;
    void this.load();
  }

  async publish(): Promise<void> {
    this.failure = "";
    try {
      const allow = Object.keys(this.allowed).filter((name) => this.allowed[name]);
      const begun = { source: this.text, fingerprint: this.diff?.fingerprint, allow, message: this.message };
      this.publishing = await publishSource(begun);
      await this.#follow(this.publishing.revision);
      if (this.publishing?.state === "cancelled") return;
      draft.forget();
      this.live = await readSource();
      this.message = "";
      this.allowed = {};
      await Promise.all([this.check(), session.refresh()]);
    } catch (failure) {
      this.publishing = null;
      this.failure = messageOf(failure);
    }
  }

  /** Pauses, resumes or cancels; what is shown next comes from the service. */
  async control(wanted: Control): Promise<void> {
    if (!this.publishing) return;
    try {
      this.publishing = { ...this.publishing, ...(await controlPublish(this.publishing.revision, wanted)) };
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  async #follow(number: number): Promise<void> {
    while (this.busy) {
      await new Promise((resolve) => setTimeout(resolve, POLL));
      this.publishing = await readRevision(number);
    }
  }

  private async check(): Promise<void> {
    const request = ++this.#latest;
    this.checking = true;
    try {
      const diff = await diffSource(this.text);
      if (request === this.#latest) {
        this.diff = diff;
        this.failure = "";
      }
    } catch (failure) {
      if (request === this.#latest) this.failure = messageOf(failure);
    } finally {
      if (request === this.#latest) this.checking = false;
    }
  }
}
