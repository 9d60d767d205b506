import { createAccount, type Account } from "../api/accounts.ts";
import type { Form } from "../api/model.ts";
import { errorsOf } from "../api/request.ts";
import { bodyOf, draftOf, errorsByField, groupsOf, type Draft } from "./fields.ts";

/** An account that is being made for somebody. What was typed stays when the kind changes. */
export class NewAccountState {
  kind = $state("");
  draft = $state<Draft>({});
  errors = $state.raw<Record<string, string>>({});
  busy = $state(false);
  readonly #form: Form;

  readonly groups = $derived.by(() =>
    groupsOf(this.#form, this.kind)
      .map((group) => ({
        ...group,
        fields: group.fields.filter((field) => field.creates && field.control !== "picture"),
      }))
      .filter((group) => group.fields.length > 0),
  );

  constructor(form: Form) {
    this.#form = form;
    this.kind = form.kinds.find((kind) => kind.default)?.name ?? form.kinds[0]!.name;
    this.draft = draftOf(form.fields, null);
  }

  /** The new account, or null when it was refused. */
  async create(): Promise<Account | null> {
    this.busy = true;
    const fields = this.groups.flatMap((group) => group.fields);
    try {
      // What was left as the model gives it is not sent: the service fills it in.
      const body = bodyOf(fields, this.draft, draftOf(fields, null));
      return (await createAccount({ kind: this.kind, ...body })).body;
    } catch (failure) {
      this.errors = errorsOf(failure, (violations) => errorsByField(violations, fields));
      return null;
    } finally {
      this.busy = false;
    }
  }
}
