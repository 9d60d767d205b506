import { describe, expect, it } from "vitest";
import { answering } from "../test/marea.ts";
import { messageOf, onSessionEnded, Refused, request } from "./request.ts";

describe("request", () => {
  it("marks requests as the console's own and leaves empty parameters out", async () => {
    const asked = answering({ body: { items: [] } });
    await request("GET", "/v1/accounts", { query: { filter: 'a eq "b c"', cursor: undefined, sort: "" } });

    expect(asked[0]!.url).toBe("/v1/accounts?filter=a+eq+%22b+c%22");
    expect(asked[0]!.init.headers).toMatchObject({ "Cuenta-Console": "1" });
  });

  it("turns a problem document into something to catch", async () => {
    answering({
      status: 412,
      body: { type: "urn:cuenta:problem:stale", status: 412, title: "", detail: "Read it again." },
    });
    const refused = await request("PATCH", "/v1/me", { body: {}, etag: '"1"' }).catch((failure: unknown) => failure);

    expect(refused).toBeInstanceOf(Refused);
    expect((refused as Refused).stale).toBe(true);
    expect(messageOf(refused)).toBe("Read it again.");
  });

  it("says so when a proxy answers instead of the service", async () => {
    for (const [status, text] of [
      [502, "<html>Bad gateway</html>"],
      [404, ""],
      [504, '{"message": "late"}'],
      [200, "<html>Welcome to this hotel</html>"],
    ] as const) {
      globalThis.fetch = async () => new Response(text, { status });
      await expect(request("GET", "/v1/me")).rejects.toThrow(`(status ${status})`);
    }
  });

  it("tells that a session has ended, whatever was asked", async () => {
    let ended = 0;
    onSessionEnded(() => ended++);
    answering({
      status: 401,
      body: { type: "urn:cuenta:problem:unauthenticated", status: 401, title: "", detail: "Sign in first." },
    });
    await expect(request("PATCH", "/v1/me", { body: {} })).rejects.toThrow("Sign in first.");
    expect(ended).toBe(1);
    answering({
      status: 401,
      body: { type: "urn:cuenta:problem:second-factor", status: 401, title: "", detail: "A code, please." },
    });
    await expect(request("POST", "/v1/sessions", { body: {} })).rejects.toThrow("A code");
    expect(ended).toBe(1);
  });

  it("says so when the service cannot be reached", async () => {
    globalThis.fetch = () => Promise.reject(new TypeError("network"));

    await expect(request("GET", "/v1/me")).rejects.toThrow("The service cannot be reached");
  });
});
