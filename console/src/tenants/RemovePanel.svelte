<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import { navigate } from "../routes.ts";
  import type { TenantState } from "./tenants.svelte.ts";

  let { state }: { state: TenantState } = $props();

  async function remove() {
    if (await state.remove()) void navigate("/tenants");
  }
</script>

{#if state.removal}
  <div class="sheet mt-4 flex flex-col gap-3 p-4">
    <Notice
      kind="decision"
      text={`${state.removal.memberships} memberships, ${state.removal.roles} roles and ${state.removal.invitations} invitations go with it. Accounts stay; ${state.removal.accounts} of them belong to no other tenant.`}
    />
    {#if state.ended !== undefined}
      <p role="status">{state.ended} of {state.removal.memberships} memberships ended.</p>
    {/if}
    <div class="flex gap-3">
      <Button size="sm" color="red" disabled={state.busy} onclick={remove}>Remove for good</Button>
      <Button size="sm" color="alternative" onclick={() => (state.removal = null)}>Keep it</Button>
    </div>
  </div>
{/if}
