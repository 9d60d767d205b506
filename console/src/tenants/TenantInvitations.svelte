<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import InvitationTable from "./InvitationTable.svelte";
  import InviteForm from "./InviteForm.svelte";
  import type { TenantState } from "./tenants.svelte.ts";

  let { state }: { state: TenantState } = $props();
</script>

<section class="mt-6" aria-label="Invitations">
  <div class="mb-2 flex items-center gap-3">
    <h2>Open invitations</h2>
    {#if !state.inviting && !state.tenant?.suspended}
      <Button class="ml-auto" size="xs" color="alternative" onclick={() => state.beginInviting()}
        >Invite somebody</Button
      >
    {/if}
  </div>
  {#if state.told}
    <div class="mb-4">
      <Notice kind="once" text="This is the invitation. It is not shown again: give it to the person." />
      <code class="mt-2 block font-mono text-xs break-all select-all">{state.told}</code>
    </div>
  {/if}
  {#if state.inviting}<InviteForm {state} />{/if}
  {#if state.invitations?.length}
    <InvitationTable {state} />
  {:else if state.invitations}
    <p class="sheet quiet p-4">No invitation is open.</p>
  {/if}
</section>
