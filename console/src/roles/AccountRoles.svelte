<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { untrack } from "svelte";
  import { readAccount, type AccountRef, type Tenant } from "../api/accounts.ts";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";
  import Explain from "./Explain.svelte";
  import GiveForm from "./GiveForm.svelte";
  import GrantTable from "./GrantTable.svelte";
  import { AccountRolesState } from "./roles.svelte.ts";

  /** Whose roles. */
  let { ref, changes }: { ref: AccountRef; changes: number } = $props();
  const roles = untrack(() => new AccountRolesState(ref));
  const mayGive = session.may.has("roles.give");
  let tenants = $state.raw<Tenant[]>([]);
  $effect(() => {
    void changes;
    void untrack(() => roles.load());
  });

  async function begin() {
    tenants = (await readAccount(ref)).body.tenants;
    roles.begin(tenants);
  }
</script>

<section class="mt-6" aria-label="Roles">
  <div class="mb-2 flex items-center gap-3">
    <h2>Roles</h2>
    {#if mayGive && !roles.giving}
      <Button class="ml-auto" size="xs" color="alternative" onclick={begin}>Give a role</Button>
    {/if}
  </div>
  {#if roles.failure}<div class="mb-3"><Notice kind="refused" text={roles.failure} /></div>{/if}
  {#if roles.giving}<GiveForm {roles} {tenants} />{/if}
  {#if roles.grants?.length}
    {#if mayGive}
      <GrantTable label="Table of roles" grants={roles.grants} names={roles.names} busy={roles.busy}>
        {#snippet action(grant)}
          {#if grant.state === "waiting" && grant.givenBy !== session.account?.id}
            <button
              type="button"
              class="link mr-3"
              aria-label={`Approve ${grant.role}${grant.tenant ? ` in ${grant.tenant.name}` : ""}`}
              disabled={roles.busy}
              onclick={() => roles.approve(grant)}>Approve</button
            >
          {/if}
          <button
            type="button"
            class="link"
            aria-label={`Take ${grant.role}${grant.tenant ? ` in ${grant.tenant.name}` : ""}`}
            disabled={roles.busy}
            onclick={() => roles.take(grant)}>Take</button
          >
        {/snippet}
      </GrantTable>
    {:else}
      <GrantTable label="Table of roles" grants={roles.grants} names={roles.names} />
    {/if}
  {:else if roles.grants}
    <p class="sheet quiet p-4">No role was given.</p>
  {/if}
  <Explain {roles} />
</section>
