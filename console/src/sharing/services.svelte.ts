import { addKey, listServices, removeKey, type KeyWish, type Service } from "../api/services.ts";
import { messageOf } from "../api/request.ts";
import { Attempts } from "../parts/attempts.svelte.ts";

/** What somebody types who makes a key. */
export type KeyInput = "networks" | "tenants" | "days";

function several(text: string): string[] {
  return text.split(/[\s,]+/).filter(Boolean);
}

/** The team's services, their contracts and keys; and the key that is being made. */
export class ServicesState extends Attempts {
  services = $state.raw<Service[] | null>(null);
  /** For which service a key is being made; empty for none. */
  making = $state("");
  networks = $state("");
  /** By their subdomains, or ids. */
  tenants = $state("");
  days = $state("");
  /** A token that was made just now: told once. */
  told = $state.raw<{ service: string; token: string } | null>(null);

  async load(): Promise<void> {
    try {
      this.services = await listServices();
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  begin(service: string): void {
    this.making = service;
    this.networks = "";
    this.tenants = "";
    this.days = "";
    this.errors = {};
    this.told = null;
  }

  async make(): Promise<void> {
    await this.refusable(async () => {
      const { token } = await addKey(this.making, this.#wish());
      this.told = { service: this.making, token };
      this.making = "";
      await this.load();
    });
  }

  async remove(service: string, key: string): Promise<void> {
    this.failure = "";
    this.told = null;
    try {
      await removeKey(service, key);
      await this.load();
    } catch (failure) {
      this.failure = messageOf(failure);
    }
  }

  #wish(): KeyWish {
    const networks = several(this.networks);
    const tenants = several(this.tenants);
    return {
      ...(networks.length && { networks }),
      ...(tenants.length && { tenants }),
      ...(String(this.days).trim() && { days: Number(this.days) }),
    };
  }
}
