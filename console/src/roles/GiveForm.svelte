<script lang="ts">
  import { Button, Input, Label, Select } from "flowbite-svelte";
  import type { Tenant } from "../api/accounts.ts";
  import Notice from "../parts/Notice.svelte";
  import type { AccountRolesState } from "./roles.svelte.ts";

  let { roles, tenants }: { roles: AccountRolesState; tenants: Tenant[] } = $props();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await roles.give();
  }

  const help = (name: string, otherwise: string) => roles.errors[name] ?? otherwise;
  const look = (name: string) => ["mt-1 text-xs", roles.errors[name] ? "text-red-800 dark:text-red-300" : "quiet"];
</script>

<form novalidate onsubmit={submit} class="sheet mb-4 flex flex-col gap-3 p-4" aria-label="Give a role">
  {#if roles.errors[""] ?? roles.errors.roles}
    <Notice kind="refused" text={roles.errors[""] ?? roles.errors.roles ?? ""} />
  {/if}
  <div class="grid gap-4 sm:grid-cols-2 lg:grid-cols-4">
    <div>
      <Label for="role" class="mb-1">Role</Label>
      <Select
        id="role"
        placeholder="Choose"
        items={roles.roles.map(({ name }) => ({ value: name, name }))}
        aria-invalid={roles.errors.role ? true : undefined}
        aria-describedby="role-help"
        bind:value={roles.role}
      />
      <p id="role-help" class={look("role")}>{help("role", "")}</p>
    </div>
    {#if roles.withinTenant}
      <div>
        <Label for="tenant" class="mb-1">In</Label>
        <Select
          id="tenant"
          placeholder="Choose"
          items={tenants.map(({ id, name }) => ({ value: id, name }))}
          aria-describedby="tenant-help"
          bind:value={roles.tenant}
        />
        <p id="tenant-help" class="quiet mt-1 text-xs">Where the account is a member.</p>
      </div>
    {/if}
    <div>
      <Label for="from" class="mb-1">From</Label>
      <Input
        id="from"
        type="date"
        aria-invalid={roles.errors.starts ? true : undefined}
        aria-describedby="from-help"
        bind:value={roles.from}
      />
      <p id="from-help" class={look("starts")}>{help("starts", "Empty: at once. Days are in UTC.")}</p>
    </div>
    <div>
      <Label for="until" class="mb-1">Until</Label>
      <Input
        id="until"
        type="date"
        aria-invalid={roles.errors.ends ? true : undefined}
        aria-describedby="until-help"
        bind:value={roles.until}
      />
      <p id="until-help" class={look("ends")}>{help("ends", "Its whole day. Empty: for good.")}</p>
    </div>
  </div>
  <div>
    <Label for="reason" class="mb-1">Reason</Label>
    <Input
      id="reason"
      aria-invalid={roles.errors.reason ? true : undefined}
      aria-describedby="reason-help"
      bind:value={roles.reason}
    />
    <p id="reason-help" class={look("reason")}>{help("reason", "For people; it is recorded in activity.")}</p>
  </div>
  <div class="flex gap-3">
    <Button type="submit" size="sm" disabled={roles.busy}>Give the role</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (roles.giving = false)}>Cancel</Button>
  </div>
</form>
