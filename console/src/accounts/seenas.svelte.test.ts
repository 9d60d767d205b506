import { expect, test } from "vitest";
import { answering, noor } from "../test/marea.ts";
import { SeenAsState } from "./seenas.svelte.ts";

test("shows what a service gets, and says why the rest is not there", async () => {
  const cells = {
    "service:billing": { reads: false, writes: false, rights: [], why: "not listed in the contract's reads" },
  };
  const asked = answering(
    { body: { revision: 1, parties: ["guest", "owner", "service:billing"], fields: [{ path: "phone", cells }] } },
    { body: { ...noor, withheld: [] } },
  );
  const seen = new SeenAsState("1");
  await seen.load();
  seen.party = "service:billing";
  await seen.look();

  expect(seen.parties).toEqual(["owner", "service:billing"]);
  expect(asked[1]!.url).toBe("/v1/accounts/1?as=service%3Abilling");
  expect(seen.account?.displayName).toBe("Noor Haddad");
  expect(seen.why("phone")).toBe("not listed in the contract's reads");
  seen.party = "";
  await seen.look();
  expect(seen.account).toBeNull();
});
