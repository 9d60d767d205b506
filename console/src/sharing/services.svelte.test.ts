import { expect, test } from "vitest";
import { answering } from "../test/marea.ts";
import { ServicesState } from "./services.svelte.ts";

test("a key is made as it is wished, and its token told until something else is done", async () => {
  const asked = answering(
    { status: 201, body: { id: "k1", token: "cuenta_service_berths_abc" } },
    { body: { items: [] } },
  );
  const services = new ServicesState();
  services.begin("berths");
  services.networks = "10.20.0.0/16, 10.30.0.0/16";
  services.tenants = "isla-verde";
  services.days = "90";
  await services.make();

  expect(asked[0]!.url).toBe("/v1/services/berths/keys");
  expect(JSON.parse(String(asked[0]!.init.body))).toEqual({
    networks: ["10.20.0.0/16", "10.30.0.0/16"],
    tenants: ["isla-verde"],
    days: 90,
  });
  expect(services.told).toEqual({ service: "berths", token: "cuenta_service_berths_abc" });
  services.begin("billing");
  expect(services.told).toBeNull();
});

test("what is refused is said at its input, and what was typed stays", async () => {
  answering({
    status: 422,
    body: {
      type: "urn:cuenta:problem:invalid",
      errors: [{ pointer: "/networks", code: "cidr", detail: "Is no network." }],
    },
  });
  const services = new ServicesState();
  services.begin("berths");
  services.networks = "harbour";
  await services.make();

  expect(services.errors).toEqual({ networks: "Is no network." });
  expect(services.making).toBe("berths");
  expect(services.networks).toBe("harbour");
});
