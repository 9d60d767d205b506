<script lang="ts">
  import { untrack } from "svelte";
  import Notice from "../parts/Notice.svelte";
  import { argument } from "../parts/shell.ts";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import { route } from "../routes.ts";
  import { session } from "../session/session.svelte.ts";
  import RemovePanel from "./RemovePanel.svelte";
  import TenantForm from "./TenantForm.svelte";
  import TenantHead from "./TenantHead.svelte";
  import TenantInvitations from "./TenantInvitations.svelte";
  import TenantMembers from "./TenantMembers.svelte";
  import { TenantState } from "./tenants.svelte.ts";

  const state = untrack(() => new TenantState(route.getParams("/tenants/:id").id));
  const mayInvite = session.may.has("memberships.invite");
  void state.load(mayInvite, session.may.has("accounts.read"));
</script>

<svelte:head><title>{state.tenant?.name ?? "Tenant"} · Cuenta</title></svelte:head>

{#if state.failure}<div class="mb-3"><Notice kind="refused" text={state.failure} /></div>{/if}
{#if state.tenant === null}
  {#if !state.failure}<div class="sheet"><Skeleton rows={4} /></div>{/if}
{:else}
  <TenantHead {state} tenant={state.tenant} />
  <RemovePanel {state} />
  {#if state.editing}<TenantForm {state} />{/if}
  {#if state.members}<TenantMembers members={state.members} more={state.moreMembers} />{/if}
  {#if mayInvite}<TenantInvitations {state} />{/if}
  <div class="mt-4">
    <Twin command={`cuenta tenants invite ${argument(state.tenant.name)} --address ADDRESS --mail`} />
  </div>
{/if}
