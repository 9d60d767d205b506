<script lang="ts">
  import { Button, Input, Label, Select } from "flowbite-svelte";
  import Moment from "../parts/Moment.svelte";
  import { permissionsOf, whereOf } from "./roles.ts";
  import type { AccountRolesState } from "./roles.svelte.ts";

  /** Why the account may do something, or may not. */
  let { roles }: { roles: AccountRolesState } = $props();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await roles.ask();
  }
</script>

<form novalidate onsubmit={submit} class="mt-3 flex flex-wrap items-end gap-3" aria-label="Explain a permission">
  <div class="w-64">
    <Label for="permission" class="mb-1">May they, and why?</Label>
    <Input
      id="permission"
      class="font-mono"
      list="permissions"
      placeholder="accounts.read"
      autocomplete="off"
      bind:value={roles.permission}
    />
    <datalist id="permissions">
      {#each permissionsOf(roles.roles) as permission (permission)}<option value={permission}></option>{/each}
    </datalist>
  </div>
  {#if roles.tenants.length}
    <div class="w-48">
      <Label for="where" class="mb-1">Where</Label>
      <Select
        id="where"
        placeholder=""
        items={[
          { value: "", name: "Outside of tenants" },
          ...roles.tenants.map(({ id, name }) => ({ value: id, name })),
        ]}
        bind:value={roles.where}
      />
    </div>
  {/if}
  <Button type="submit" size="sm" color="alternative" disabled={roles.busy || !roles.permission.trim()}>Explain</Button>
</form>
{#if roles.explanation}
  {@const found = roles.explanation}
  <div class="sheet mt-3 p-4" role="status">
    <p class="font-semibold">{found.allowed ? "Yes" : "No"}</p>
    <ul class="mt-1 list-disc pl-5">
      {#each found.because as grant (grant.role + (grant.tenant?.id ?? ""))}
        <li>
          {grant.role}, {whereOf(grant)}{#if grant.ends}, until <Moment at={grant.ends} time />{/if}{grant.givenBy
            ? `; given by ${found.names[grant.givenBy] ?? grant.givenBy}`
            : ""}{grant.reason ? `: ${grant.reason}` : ""}
        </li>
      {/each}
      {#each found.missing as sentence (sentence)}<li>{sentence}</li>{/each}
    </ul>
  </div>
{/if}
