import { addKey, listServices, removeKey, type KeyWish, type Service } from "../api/services.ts";
import { errorsByName, errorsOf, messageOf } from "../api/request.ts";

/** The team's services, their contracts and keys; and the key that is being made. */
export class ServicesState {
  services = $state.raw<Service[] | null>(null);
  failure = $state("");
  /** For which service a key is being made; empty for none. */
  making = $state("");
  networks = $state("");
  days = $state("");
  errors = $state.raw<Record<string, string>>({});
  /** A token that was made just now: told once. */
  told = $state.raw<{ service: string; token: string } | null>(null);
  busy = $state(false);

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
    this.days = "";
    this.errors = {};
    this.told = null;
  }

  async make(): Promise<void> {
    this.busy = true;
    this.errors = {};
    try {
      const { token } = await addKey(this.making, this.#wish());
      this.told = { service: this.making, token };
      this.making = "";
      await this.load();
    } catch (failure) {
      this.errors = errorsOf(failure, (violations) => errorsByName(violations, (pointer) => pointer.slice(1)));
    } finally {
      this.busy = false;
    }
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
    const networks = this.networks.split(/[\s,]+/).filter(Boolean);
    return {
      ...(networks.length && { networks }),
      ...(String(this.days).trim() && { days: Number(this.days) }),
    };
  }
}
