<script lang="ts">
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import type { TenantState } from "./tenants.svelte.ts";

  let { state }: { state: TenantState } = $props();
  const mailWords = { due: "on its way", sent: "sent", failed: "could not be sent" };
</script>

<Scroller label="Table of open invitations" busy={state.busy}>
  <table class="ledger">
    <thead>
      <tr>
        <th scope="col" class="first">For</th>
        <th scope="col">Role</th>
        <th scope="col">Until</th>
        <th scope="col">Mail</th>
        <th scope="col"><span class="sr-only">Decide</span></th>
      </tr>
    </thead>
    <tbody>
      {#each state.invitations ?? [] as invitation (invitation.id)}
        <tr>
          <td class="first">{invitation.address ?? "whoever has it"}</td>
          <td>{invitation.roles.join(", ")}</td>
          <td><Moment at={invitation.expires} time /></td>
          <td>{invitation.mail ? mailWords[invitation.mail] : ""}</td>
          <td class="whitespace-nowrap">
            {#if invitation.address}
              <button
                type="button"
                class="link mr-3"
                aria-label={`Send the invitation of ${invitation.address}`}
                disabled={state.busy}
                onclick={() => state.send(invitation)}>{invitation.mail ? "Send again" : "Send"}</button
              >
            {/if}
            <button
              type="button"
              class="link"
              aria-label={`Withdraw the invitation of ${invitation.address ?? "whoever has it"}`}
              disabled={state.busy}
              onclick={() => state.withdraw(invitation)}>Withdraw</button
            >
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
