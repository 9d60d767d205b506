import { cautionOf, countAccounts, listAccounts, type Account, type Count } from "../api/accounts.ts";
import type { Field, Form } from "../api/model.ts";
import { messageOf } from "../api/request.ts";
import { NEWEST_FIRST, readAddress, writeAddress } from "./address.ts";
import { defaultColumns, isHere, searchFilter } from "./fields.ts";

/** The list of accounts: what is looked for, how it is sorted, and the page that is shown. */
export class AccountListState {
  items = $state.raw<Account[]>([]);
  total = $state<Count | null>(null);
  loading = $state(true);
  failure = $state("");
  caution = $state("");
  search = $state("");
  kind = $state("");
  expression = $state("");
  sort = $state(NEWEST_FIRST);
  columns = $state.raw<string[]>([]);

  /** Cursors of the pages that were left behind, so that one can go back. */
  #cursors = $state.raw<(string | undefined)[]>([undefined]);
  #next = $state<string | undefined>();
  #latest = 0;
  #counting = 0;
  #weighing = 0;
  readonly #form: Form;

  readonly page = $derived(this.#cursors.length);
  readonly hasNext = $derived(this.#next !== undefined);
  /** Unknown where there are more than were counted. */
  readonly pages = $derived(
    this.total === null || this.total.more ? null : Math.max(1, Math.ceil(this.total.count / 25)),
  );
  readonly filtered = $derived(Boolean(this.search || this.kind || this.expression));
  readonly fields: Field[] = $derived.by(() =>
    this.columns.flatMap((path) =>
      this.#form.fields.filter((field) => field.path === path && field.reads && isHere(field, this.#form)),
    ),
  );

  /** @param address the query of the page's address, as {@link address} wrote it, or by hand */
  constructor(form: Form, address = "") {
    this.#form = form;
    this.#read(address);
  }

  #read(address: string): void {
    const shown = readAddress(address);
    this.search = shown.search;
    this.kind = shown.kind;
    this.expression = shown.expression;
    this.sort = shown.sort;
    this.columns = shown.columns ?? rememberedColumns(this.#form) ?? defaultColumns(this.#form);
    this.#cursors = [undefined, ...shown.pages];
  }

  /** What leads back to what is shown, for the address bar and for others: search, filter, order, columns and page. */
  get address(): string {
    const chosen = this.columns.join() !== defaultColumns(this.#form).join();
    return writeAddress({
      search: this.search,
      kind: this.kind,
      expression: this.expression,
      sort: this.sort,
      columns: chosen ? this.columns : undefined,
      pages: this.#cursors.flatMap((cursor) => cursor ?? []),
    });
  }

  /** What an address says, in place of what is shown. */
  show(address: string): Promise<void> {
    this.#read(address);
    return this.begin();
  }

  /** The page that the address named. */
  open(): Promise<void> {
    return this.load(true);
  }

  get filter(): string | undefined {
    const parts = [
      this.search.trim() && searchFilter(this.#form, this.search),
      this.kind && `kind eq ${JSON.stringify(this.kind)}`,
      this.expression.trim(),
    ].filter(Boolean);
    // A part that stands alone goes as it is, so that "at character 3" means what was typed.
    return parts.length > 1 ? parts.map((part) => `(${part})`).join(" and ") : parts[0] || undefined;
  }

  /** The first page of what is looked for now. */
  begin(): Promise<void> {
    this.#cursors = [undefined];
    return this.load(true);
  }

  /** Shows the account as it is now, where it stands. */
  replace(account: Account): void {
    this.items = this.items.map((item) => (item.id === account.id ? account : item));
  }

  next(): Promise<void> {
    this.#cursors = [...this.#cursors, this.#next];
    return this.load(false);
  }

  previous(): Promise<void> {
    this.#cursors = this.#cursors.slice(0, -1);
    return this.load(false);
  }

  sortBy(path: string): Promise<void> {
    this.sort = this.sort === path ? `-${path}` : path;
    void this.weigh();
    return this.begin();
  }

  showColumns(paths: string[]): void {
    this.columns = paths;
    remember(this.#form, paths);
  }

  /** Says while a question is written that it takes long. A filter that is not whole yet is no reason for a word. */
  async weigh(): Promise<void> {
    const weighing = ++this.#weighing;
    const caution = await cautionOf({ filter: this.filter, sort: this.sort }).catch(() => "");
    if (weighing === this.#weighing) this.caution = caution;
  }

  /** Answers that come late, after another question was asked, are dropped. */
  private async load(count: boolean): Promise<void> {
    const request = ++this.#latest;
    this.loading = true;
    if (count) void this.count();
    try {
      const query = { filter: this.filter, sort: this.sort, cursor: this.#cursors.at(-1) };
      const page = await listAccounts(query);
      if (request !== this.#latest) return;
      this.items = page.items;
      this.#next = page.next;
      this.failure = "";
    } catch (failure) {
      if (request === this.#latest) this.failure = messageOf(failure);
    } finally {
      if (request === this.#latest) this.loading = false;
    }
  }

  /** No page waits for it: with many accounts it takes longer than a page does, or is given up. */
  private async count(): Promise<void> {
    const counting = ++this.#counting;
    this.total = null;
    const total = await countAccounts(this.filter).catch(() => null);
    if (counting === this.#counting) this.total = total;
  }
}

function rememberedColumns(form: Form): string[] | null {
  try {
    const stored = JSON.parse(localStorage.getItem(`columns.${form.name}`) ?? "null") as string[] | null;
    return stored?.filter((path) => form.fields.some((field) => field.path === path)) ?? null;
  } catch {
    return null;
  }
}

function remember(form: Form, columns: string[]): void {
  try {
    localStorage.setItem(`columns.${form.name}`, JSON.stringify(columns));
  } catch {
    // Storage is off: the choice lasts as long as the page.
  }
}
