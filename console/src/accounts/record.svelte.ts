import {
  changeAccount,
  readAccount,
  removeAccount,
  type Account,
  type AccountRef,
  type Value,
} from "../api/accounts.ts";
import type { Field, Form } from "../api/model.ts";
import { errorsOf, messageOf, Refused } from "../api/request.ts";
import { bodyOf, draftOf, errorsByField, groupsOf, isHere, tenantGroupsOf, valueOf, type Draft } from "./fields.ts";

/** One account's record: shown, or being edited. */
export class RecordState {
  account = $state.raw<Account | null>(null);
  failure = $state("");
  editing = $state(false);
  busy = $state(false);
  draft = $state<Draft>({});
  errors = $state.raw<Record<string, string>>({});
  notice = $state("");
  /** Whether the last try was refused for want of the present password. */
  asksForPassword = $state(false);
  password = $state("");
  /** Secret values that the reader asked for, by field; null for one that is not there. */
  opened = $state.raw<Record<string, Value | null>>({});

  #etag: string | null = null;
  #before: Draft = {};
  readonly #ref: AccountRef;
  readonly #form: Form;
  readonly #within: string | undefined;

  readonly groups = $derived.by(() =>
    this.account ? groupsOf(this.#form, this.account.kind, (it) => this.#isHere(it)) : [],
  );
  readonly tenantGroups = $derived.by(() => (this.account ? tenantGroupsOf(this.#form, this.account) : []));
  readonly editable = $derived(
    this.groups
      .map((group) => ({
        ...group,
        fields: group.fields.filter((field) => field.control !== "picture" && this.#writes(field)),
      }))
      .filter((group) => group.fields.length > 0),
  );

  /** @param within the tenant of which it is what the account has there, and nothing else */
  constructor(ref: AccountRef, form: Form, within?: string) {
    this.#ref = ref;
    this.#form = form;
    this.#within = within;
  }

  /** Also the fields that are only returned when they are asked for: whoever opens a record asks. Not for secrets. */
  async load(): Promise<void> {
    try {
      const all = this.#form.fields.filter((field) => this.#reads(field) && field.sensitivity !== "secret");
      const asked = this.#within ? all.filter((field) => field.withinTenant) : all;
      this.#take(
        await readAccount(
          this.#ref,
          asked.map((field) => field.path),
          this.#within,
        ),
      );
      this.opened = {};
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  /** Shows one secret value. It is gone from the page when the record is read again. */
  async open(field: Field): Promise<void> {
    try {
      const { body } = await readAccount(this.#ref, [field.path]);
      this.opened = { ...this.opened, [field.path]: valueOf(body, field) ?? null };
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  /** A secret that the reader may see, and has not asked for. */
  isSealed(field: Field): boolean {
    return field.sensitivity === "secret" && this.#reads(field) && !(field.path in this.opened);
  }

  edit(): void {
    this.#before = draftOf(this.#fields(), this.account);
    this.draft = { ...this.#before };
    this.errors = {};
    this.notice = "";
    this.asksForPassword = false;
    this.password = "";
    this.editing = true;
  }

  async save(): Promise<void> {
    this.busy = true;
    try {
      const body = bodyOf(this.#fields(), this.draft, this.#before);
      if (this.asksForPassword) body.currentPassword = this.password;
      await changeAccount(this.#ref, body, this.#etag, this.#within);
      this.password = "";
      this.editing = false;
      this.notice = "Saved";
      await this.load();
    } catch (failure) {
      this.errors = this.#errors(failure);
      this.#askForPassword(failure);
    } finally {
      this.busy = false;
    }
  }

  async remove(): Promise<boolean> {
    try {
      await removeAccount(this.#ref);
      return true;
    } catch (failure) {
      this.failure = messageOf(failure);
      return false;
    }
  }

  /** A picture is uploaded by itself, not with the form. */
  uploads(field: Field): boolean {
    return field.type === "image" && this.#writes(field);
  }

  /** A first time without a reproach: nobody can know before that it is asked for. */
  #askForPassword(failure: unknown): void {
    const violations = failure instanceof Refused ? (failure.problem.errors ?? []) : [];
    const violation = violations.find(({ pointer }) => pointer === "/currentPassword");
    if (!violation) return;
    const first = !this.asksForPassword;
    this.asksForPassword = true;
    this.errors = first ? {} : { ...this.errors, currentPassword: violation.detail };
  }

  #errors(failure: unknown): Record<string, string> {
    if (failure instanceof Refused && failure.stale) {
      return {
        "": "Somebody else changed this account in the meantime. Cancel to see their change; what you typed stays until then.",
      };
    }
    return errorsOf(failure, (violations) => errorsByField(violations, this.#fields()));
  }

  #take(answer: { body: Account; etag: string | null }): void {
    this.account = answer.body;
    this.#etag = answer.etag;
    this.failure = "";
  }

  #fields(): Field[] {
    return this.editable.flatMap((group) => group.fields);
  }

  #writes(field: Field): boolean {
    return this.#ref === "own" ? field.changesOwn : field.changes;
  }

  /** One's own record is met everywhere, whichever tenant is chosen. */
  #isHere(field: Field): boolean {
    if (this.#within) return field.withinTenant;
    return !field.withinTenant || (this.#ref !== "own" && isHere(field, this.#form));
  }

  #reads(field: Field): boolean {
    return this.#ref === "own" ? field.readsOwn : field.reads;
  }
}
