<script lang="ts">
  import type { Account } from "../api/accounts.ts";
  import Scroller from "../parts/Scroller.svelte";

  let { members, more }: { members: Account[]; more: boolean } = $props();
</script>

<section class="mt-6" aria-label="Members">
  <h2 class="mb-2">Members</h2>
  {#if members.length}
    <Scroller label="Table of members">
      <table class="ledger">
        <thead>
          <tr>
            <th scope="col" class="first">Name</th>
            <th scope="col">Roles</th>
          </tr>
        </thead>
        <tbody>
          {#each members as member (member.id)}
            <tr>
              <td class="first"><a class="link" href={`/accounts/${member.id}`}>{member.displayName}</a></td>
              <td>{member.roles.join(", ")}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </Scroller>
    {#if more}<p class="quiet mt-2">Those who came last. Work here to see all.</p>{/if}
  {:else}
    <p class="sheet quiet p-4">Nobody belongs to it yet.</p>
  {/if}
</section>
