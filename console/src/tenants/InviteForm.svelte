<script lang="ts">
  import { Button, Checkbox, Input, Label, Select } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import type { TenantState } from "./tenants.svelte.ts";

  let { state }: { state: TenantState } = $props();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await state.invite();
  }

  const look = (name: string) => ["mt-1 text-xs", state.errors[name] ? "text-red-800 dark:text-red-300" : "quiet"];
</script>

<form novalidate onsubmit={submit} class="sheet mb-4 flex flex-col gap-3 p-4" aria-label="Invite somebody">
  {#if state.errors[""]}<Notice kind="refused" text={state.errors[""]} />{/if}
  <div class="grid gap-4 sm:grid-cols-2">
    <div>
      <Label for="address" class="mb-1">Mail address</Label>
      <Input
        id="address"
        type="email"
        aria-invalid={state.errors.address ? true : undefined}
        aria-describedby="address-help"
        bind:value={state.address}
      />
      <p id="address-help" class={look("address")}>
        {state.errors.address ?? "Only an account with this address may accept it. Empty: whoever has it."}
      </p>
    </div>
    <div>
      <Label for="invited-role" class="mb-1">Role</Label>
      <Select
        id="invited-role"
        items={[
          { value: "", name: "None besides the default" },
          ...state.roles.map((value) => ({ value, name: value })),
        ]}
        aria-invalid={state.errors.roles ? true : undefined}
        aria-describedby="invited-role-help"
        bind:value={state.role}
      />
      <p id="invited-role-help" class={look("roles")}>{state.errors.roles ?? "That comes with it."}</p>
    </div>
  </div>
  <Checkbox bind:checked={state.mail} disabled={!state.address.trim()}>Send it by mail</Checkbox>
  <div class="flex gap-3">
    <Button type="submit" size="sm" disabled={state.busy}>Invite</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (state.inviting = false)}>Cancel</Button>
  </div>
</form>
