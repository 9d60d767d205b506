<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import GrantTable from "./GrantTable.svelte";
  import { mayOf, whomOf } from "./roles.ts";
  import { session } from "../session/session.svelte.ts";
  import { RolesState } from "./roles.svelte.ts";

  const roles = new RolesState();
  void roles.load();
  const asked = new URLSearchParams(location.search).get("role");
  if (asked) void roles.choose(asked);
  $effect(() => {
    if (roles.chosen) history.replaceState(history.state, "", `/roles?role=${encodeURIComponent(roles.chosen)}`);
  });
</script>

<svelte:head><title>Roles · Cuenta</title></svelte:head>

<h1 class="mb-4">Roles</h1>
{#if roles.failure}<div class="mb-3"><Notice kind="refused" text={roles.failure} /></div>{/if}
{#if roles.roles === null}
  {#if !roles.failure}<div class="sheet"><Skeleton rows={3} /></div>{/if}
{:else}
  <Scroller label="Table of roles">
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">Role</th>
          <th scope="col">Number</th>
          <th scope="col">Counts</th>
          <th scope="col">May</th>
          <th scope="col">Whom</th>
          <th scope="col"><span class="sr-only">Who has it</span></th>
        </tr>
      </thead>
      <tbody>
        {#each roles.roles as role (role.name)}
          <tr aria-current={roles.chosen === role.name ? "true" : undefined}>
            <td class="first">
              {role.name}
              {#if role.description}<p class="quiet max-w-60 text-xs whitespace-normal!">{role.description}</p>{/if}
            </td>
            <td class="font-mono">{role.number}</td>
            <td>
              {role.withinTenant ? "within a tenant" : "everywhere"}{role.secondFactor ? ", with a second factor" : ""}
            </td>
            <td class="max-w-xl min-w-56 text-xs whitespace-normal!">{mayOf(role)}</td>
            <td class="min-w-40 text-xs whitespace-normal!">{whomOf(role)}</td>
            <td>
              <button
                type="button"
                class="link"
                aria-label={`Who has it: ${role.name}`}
                onclick={() => roles.choose(role.name)}>Who has it</button
              >
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}
{#if roles.waiting.length}
  <section class="mt-6" aria-label="Waiting for approval">
    <h2 class="mb-2">Waiting for approval</h2>
    <GrantTable
      label="Table of roles that wait for approval"
      grants={roles.waiting}
      names={roles.names}
      busy={roles.busy}
      accounts
      both
    >
      {#snippet action(grant)}
        {#if grant.givenBy !== session.account?.id}
          <button
            type="button"
            class="link"
            aria-label={`Approve ${grant.role} of ${roles.names[grant.account] ?? grant.account}`}
            disabled={roles.busy}
            onclick={() => roles.approve(grant)}>Approve</button
          >
        {:else}
          <span class="quiet">somebody else approves</span>
        {/if}
      {/snippet}
    </GrantTable>
  </section>
{/if}
{#if roles.chosen}
  <section class="mt-6" aria-label={`Who has ${roles.chosen}`}>
    <h2 class="mb-2">Who has {roles.chosen}</h2>
    {#if roles.holders === null}
      {#if !roles.failure}<div class="sheet"><Skeleton rows={4} /></div>{/if}
    {:else if roles.holders.length === 0}
      <p class="sheet quiet p-6">Nobody was given this role.</p>
    {:else}
      <GrantTable
        label={`Table of those who have ${roles.chosen}`}
        grants={roles.holders}
        names={roles.names}
        busy={roles.busy}
        accounts
      />
      {#if roles.next !== undefined}
        <Button class="mt-3" size="sm" color="alternative" disabled={roles.busy} onclick={() => roles.more()}
          >More</Button
        >
      {/if}
    {/if}
  </section>
{/if}
<div class="mt-4"><Twin command={roles.chosen ? `cuenta roles who ${roles.chosen}` : "cuenta roles list"} here /></div>
