import { describe, expect, it } from "vitest";
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
});
