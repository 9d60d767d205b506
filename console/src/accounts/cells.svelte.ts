import { changeAccount, type Account } from "../api/accounts.ts";
import type { Field, Form } from "../api/model.ts";
import { errorsOf, Refused } from "../api/request.ts";
import { bodyOf, draftOf, errorsByField, groupsOf, type Draft } from "./fields.ts";

/** What fits in a cell and is shown there as nothing but a text. */
const IN_A_CELL = new Set(["checkbox", "select", "number", "text", "date"]);

/** A value that was changed in its cell, and what it was before. */
interface Done {
  account: Account;
  field: Field;
  before: Draft;
  after: Draft;
}

/** Values that are changed where they stand in the list; one at a time, and the last one can be taken back. */
export class CellsState {
  /** The cell that is being edited. */
  open = $state.raw<{ account: Account; field: Field } | null>(null);
  draft = $state<Draft>({});
  error = $state("");
  busy = $state(false);
  done = $state.raw<Done | null>(null);
  undone = $state.raw<Done | null>(null);

  #before: Draft = {};
  readonly #form: Form;
  readonly #replace: (account: Account) => void;

  /** @param replace takes the account as it is after a change */
  constructor(form: Form, replace: (account: Account) => void) {
    this.#form = form;
    this.#replace = replace;
  }

  /** Addresses and what people sign in with are changed on the account's page, where more is said about them. */
  may(account: Account, field: Field): boolean {
    return (
      field.changes &&
      IN_A_CELL.has(field.control) &&
      !field.many &&
      !field.confirm &&
      field.sensitivity !== "secret" &&
      !this.#form.signIn.includes(field.path) &&
      groupsOf(this.#form, account.kind).some((group) => group.fields.includes(field))
    );
  }

  is(account: Account, field: Field): boolean {
    return this.open?.account.id === account.id && this.open.field.path === field.path;
  }

  edit(account: Account, field: Field): void {
    this.#before = draftOf([field], account);
    this.draft = { ...this.#before };
    this.error = "";
    this.open = { account, field };
  }

  cancel(): void {
    this.open = null;
    this.error = "";
  }

  /** Leaves the cell open, with the reason, where the value is refused. */
  async save(): Promise<void> {
    if (!this.open || this.busy) return;
    const { account, field } = this.open;
    const change = { account, field, before: this.#before, after: { ...this.draft } };
    if (Object.keys(bodyOf([field], change.after, change.before)).length === 0) return this.cancel();
    const changed = await this.#change(change);
    if (changed) {
      this.open = null;
      this.undone = null;
      this.done = { ...change, account: changed };
    }
  }

  async undo(): Promise<void> {
    if (!this.done || this.busy) return;
    const { account, field, before, after } = this.done;
    if (await this.#change({ account, field, before: after, after: before })) {
      this.undone = this.done;
      this.done = null;
    }
  }

  /** The account as it is then; nothing where that is refused. */
  async #change({ account, field, before, after }: Done): Promise<Account | undefined> {
    this.busy = true;
    this.error = "";
    try {
      const { body } = await changeAccount(account.id, bodyOf([field], after, before), `"${account.meta.version}"`);
      this.#replace(body);
      return body;
    } catch (failure) {
      this.error = this.#reason(failure, field);
      return undefined;
    } finally {
      this.busy = false;
    }
  }

  #reason(failure: unknown, field: Field): string {
    if (failure instanceof Refused && failure.stale) {
      return "Somebody else changed this account in the meantime. Load the list again to see their change.";
    }
    const errors = errorsOf(failure, (violations) => errorsByField(violations, [field]));
    return errors[field.path] ?? Object.values(errors)[0] ?? "";
  }
}
