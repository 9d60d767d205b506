import { describe, expect, it, vi } from "vitest";
import { readAccount } from "../api/accounts.ts";
import { answering, form, noor } from "../test/marea.ts";
import { session } from "./session.svelte.ts";

const unauthenticated = {
  status: 401,
  body: { type: "urn:cuenta:problem:unauthenticated", status: 401, title: "", detail: "Sign in first." },
};

describe("a session", () => {
  it("that ends while somebody works leaves the page where it is until they have signed in again", async () => {
    answering({ body: noor }, { body: form });
    await session.restore();
    expect(session.state).toBe("signed-in");

    answering(unauthenticated);
    await readAccount("1").catch(() => {});
    expect(session.expired).toBe(true);
    expect(session.state).toBe("signed-in");

    answering({ body: {} }, { body: noor }, { body: form });
    await session.signIn("noor@marea.example", "nine brown rudders");
    expect(session.expired).toBe(false);
  });

  it("that there is none of is no session that ended", async () => {
    session.ended();
    answering(unauthenticated);
    await session.restore();
    expect(session.state).toBe("guest");
    expect(session.expired).toBe(false);
  });

  it("is looked for again when the service could not be reached", async () => {
    globalThis.fetch = () => Promise.reject(new TypeError("network"));
    await session.restore();
    expect(session.state).toBe("failed");
    answering({ body: noor }, { body: form });
    await session.retry();
    expect(session.state).toBe("signed-in");
    expect(session.failure).toBe("");
  });

  it("works in the tenant that was chosen in its tab, until that is gone", async () => {
    const kept = new Map([["cuenta-working", JSON.stringify({ id: "t1", name: "Punta Clara" })]]);
    vi.stubGlobal("sessionStorage", {
      getItem: (key: string) => kept.get(key) ?? null,
      removeItem: (key: string) => kept.delete(key),
    });
    const inTenant = { ...form, tenantFrom: ["header"], tenant: "t1" };
    const asked = answering({ body: noor }, { body: inTenant }, { body: { items: [] } });
    await session.restore();
    expect(asked.map(({ init }) => (init.headers as Record<string, string>)["Cuenta-Tenant"])).toEqual([
      "t1",
      "t1",
      "t1",
    ]);
    expect(session.tenant).toBe("Punta Clara");

    const gone = {
      status: 404,
      body: { type: "urn:cuenta:problem:not-found", status: 404, detail: "No such tenant." },
    };
    answering(gone, gone, { body: noor }, { body: form });
    await session.restore();
    expect(session.working).toBeUndefined();
    expect(session.state).toBe("signed-in");
    expect(kept.size).toBe(0);
    vi.unstubAllGlobals();
  });
});
