<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import type { RetentionState } from "./retention.svelte.ts";

  let { retention }: { retention: RetentionState } = $props();
</script>

<Scroller label="Table of archived accounts">
  <table class="ledger">
    <thead>
      <tr>
        <th scope="col" class="first">Name</th>
        <th scope="col">Kind</th>
        <th scope="col">Rule</th>
        <th scope="col">Archived</th>
        <th scope="col"><span class="sr-only">Bring back</span></th>
      </tr>
    </thead>
    <tbody>
      {#each retention.archive as account (account.id)}
        <tr>
          <td class="first">{account.displayName}</td>
          <td>{account.kind}</td>
          <td class="font-mono">{account.rule}</td>
          <td><Moment at={account.archivedAt} time /></td>
          <td>
            <Button
              size="xs"
              color="alternative"
              disabled={retention.busy}
              onclick={() => retention.restore(account.id)}
              aria-label={`Bring back ${account.displayName}`}>Bring back</Button
            >
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
