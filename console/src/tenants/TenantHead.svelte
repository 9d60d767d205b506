<script lang="ts">
  import { Button } from "flowbite-svelte";
  import FieldValue from "../accounts/FieldValue.svelte";
  import type { Tenant, TenantChange } from "../api/tenants.ts";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";
  import type { TenantState } from "./tenants.svelte.ts";

  let { state, tenant }: { state: TenantState; tenant: Tenant } = $props();

  const mayChange = session.may.has("tenants.write");
  const limits = $derived(
    [
      tenant.effectiveLimits.members && `${tenant.effectiveLimits.members} members`,
      tenant.effectiveLimits.invitations && `${tenant.effectiveLimits.invitations} open invitations`,
      tenant.effectiveLimits.requests && `${tenant.effectiveLimits.requests} requests a minute`,
    ].filter(Boolean),
  );
</script>

{#snippet change(label: string, to: TenantChange)}
  <Button size="sm" color="alternative" disabled={state.busy} onclick={() => state.set(to)}>{label}</Button>
{/snippet}

<div class="mb-4 flex flex-wrap items-center gap-3">
  <h1>{tenant.name}</h1>
  <span class="quiet font-mono text-xs">{tenant.slug}</span>
  {#if session.switches && !tenant.suspended && session.form?.tenant !== tenant.id}
    <button type="button" class="link" onclick={() => session.work(tenant)}>Work here</button>
  {/if}
  {#if (mayChange || state.fillable.length) && !state.editing}
    <div class="ml-auto flex flex-wrap gap-3">
      <Button size="sm" color="alternative" onclick={() => state.edit()}>Edit</Button>
      {#if mayChange}{@render change(tenant.secondFactor ? "Demand no second factor" : "Demand a second factor", {
          secondFactor: !tenant.secondFactor,
        })}{/if}
      {#if mayChange && !session.form?.tenant}
        {#if tenant.archived}
          {@render change("Restore", { archived: false })}
        {:else if tenant.suspended}
          {@render change("Resume", { suspended: false })}
          {@render change("Archive", { archived: true })}
        {:else}
          {@render change("Suspend", { suspended: true })}
        {/if}
        {#if tenant.suspended}
          <Button size="sm" color="alternative" disabled={state.busy} onclick={() => state.askRemoval()}>Remove</Button>
        {/if}
      {/if}
    </div>
  {/if}
</div>
{#if tenant.archived}
  <Notice kind="decision" text="It is archived: memberships and roles here do not count, and lists leave it out." />
{:else if tenant.suspended}
  <Notice kind="decision" text="It is suspended: memberships and roles here do not count until it goes on." />
{/if}
{#if state.shown.length && !state.editing}
  <dl class="sheet grid gap-x-6 gap-y-2 p-4 sm:grid-cols-[max-content_1fr]" aria-label="What it has">
    {#each state.shown as field (field.path)}
      <dt class="quiet">{field.label}</dt>
      <dd><FieldValue {field} value={tenant.fields[field.name]} ref={tenant.id} /></dd>
    {/each}
  </dl>
{/if}
{#if tenant.secondFactor}
  <p class="quiet mt-2">Memberships and roles here count only with a second factor.</p>
{/if}
{#if tenant.domains.length}
  <p class="quiet mt-2">Whoever confirms an address of {tenant.domains.join(" or ")} joins.</p>
{/if}
{#if limits.length}<p class="quiet mt-2">It may have {limits.join(", ")}.</p>{/if}
