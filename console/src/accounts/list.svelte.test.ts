// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from "vitest";
import { answering, form, noor } from "../test/marea.ts";
import { AccountListState } from "./list.svelte.ts";

describe("the list of accounts", () => {
  beforeEach(() => localStorage.clear());

  it("goes forth and back by cursors", async () => {
    const asked = answering({ body: { items: [noor], next: "c1", count: 30, more: false } });
    const list = new AccountListState(form);
    await list.begin();
    await list.next();
    expect(asked.at(-1)!.url).toContain("cursor=c1");
    expect(list.page).toBe(2);

    await list.previous();

    expect(asked.at(-1)!.url).not.toContain("cursor");
    expect(list.page).toBe(1);
    expect(list.total?.count).toBe(30);
    expect(list.pages).toBe(2);
  });

  it("does not say how many pages there are where nobody counted to the end", async () => {
    const asked = answering({ body: { items: [noor], next: "c1", count: 10000, more: true } });
    const list = new AccountListState(form);
    await list.begin();

    expect(asked[0]!.url).toContain("upTo=10000");
    expect(list.total?.more).toBe(true);
    expect(list.pages).toBeNull();
  });

  it("shows a page whose matches are too many to be counted", async () => {
    // Counting is asked for first.
    answering(
      { status: 422, body: { type: "urn:cuenta:problem:invalid", status: 422, detail: "Narrow it." } },
      { body: { items: [noor] } },
    );
    const list = new AccountListState(form);
    await list.begin();

    expect(list.items).toEqual([noor]);
    expect(list.failure).toBe("");
    expect(list.total).toBeNull();
  });

  it("is found again by its address: search, filter, order, columns and page", async () => {
    answering({ body: { items: [noor], next: "c1", count: 60, more: false } });
    const list = new AccountListState(form);
    expect(list.address).toBe("");
    list.search = "noor & co";
    list.kind = "contractor";
    list.expression = "newsletter eq true";
    list.showColumns(["email", "person.familyName"]);
    await list.sortBy("email");
    await list.next();

    const again = new AccountListState(form, `?${list.address}`);
    const asked = answering({ body: { items: [noor] } });
    await again.open();
    expect(again.address).toBe(list.address);
    expect(again.filter).toBe(list.filter);
    expect(again.page).toBe(2);
    expect(asked.at(-1)!.url).toContain("cursor=c1");
    expect(again.columns).toEqual(["email", "person.familyName"]);
  });

  it("leaves the page out of an address that would be too long", () => {
    const list = new AccountListState(form, `?filter=a&pages=${"x".repeat(2000)}`);
    expect(list.page).toBe(2);
    expect(list.address).toBe("filter=a");
  });

  it("joins search, kind and expression into one filter", () => {
    const list = new AccountListState(form);
    list.search = "noor";
    list.kind = "contractor";
    list.expression = "newsletter eq true";

    expect(list.filter).toBe(
      '(email co "noor" or person.familyName co "noor") and (kind eq "contractor") and (newsletter eq true)',
    );
  });

  it("sends an expression that stands alone as it was typed", () => {
    const list = new AccountListState(form);
    expect(list.filter).toBeUndefined();
    list.expression = " newsletter eq true";
    expect(list.filter).toBe("newsletter eq true");
  });

  it("turns the order round when the same column is chosen again", async () => {
    answering({ body: { items: [], count: 0 } });
    const list = new AccountListState(form);
    await list.sortBy("email");
    expect(list.sort).toBe("email");
    await list.sortBy("email");
    expect(list.sort).toBe("-email");
  });

  it("says while a filter is written that no index helps with it", async () => {
    const asked = answering({ body: { caution: "No index helps with `newsletter`." } });
    const list = new AccountListState(form);
    list.expression = "newsletter eq true";
    await list.weigh();
    expect(list.caution).toBe("No index helps with `newsletter`.");
    expect(asked[0]!.url).toContain("filter=newsletter+eq+true");

    answering({ status: 422, body: { type: "urn:cuenta:problem:invalid", status: 422, detail: "Not whole yet." } });
    list.expression = "newsletter eq";
    await list.weigh();
    expect(list.caution).toBe("");
    expect(list.failure).toBe("");
  });

  it("says what was refused and keeps what was shown", async () => {
    answering({ body: { items: [noor], count: 1 } });
    const list = new AccountListState(form);
    await list.begin();
    answering({ status: 422, body: { type: "urn:cuenta:problem:invalid", status: 422, detail: "No such field." } });
    list.expression = "x pr";
    await list.begin();

    expect(list.failure).toBe("No such field.");
    expect(list.items).toEqual([noor]);
  });

  it("drops an answer that comes after a newer question", async () => {
    const waiting: ((response: Response) => void)[] = [];
    globalThis.fetch = () => new Promise((resolve) => waiting.push(resolve));
    const list = new AccountListState(form);
    const slow = list.begin();
    const fast = list.begin();
    const answer = (items: unknown[]) => new Response(JSON.stringify({ items, count: items.length }));
    waiting.slice(2).forEach((resolve) => resolve(answer([noor])));
    await fast;
    waiting.slice(0, 2).forEach((resolve) => resolve(answer([])));
    await slow;

    expect(list.items).toEqual([noor]);
  });

  it("remembers the columns that were chosen", () => {
    new AccountListState(form).showColumns(["email"]);

    expect(new AccountListState(form).fields.map((field) => field.path)).toEqual(["email"]);
  });
});
