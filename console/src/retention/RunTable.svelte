<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Author from "../parts/Author.svelte";
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { inWords, type RetentionState } from "./retention.svelte.ts";

  let { retention }: { retention: RetentionState } = $props();
  const runs = $derived(retention.runs);
</script>

{#if runs.length === 0}
  <p class="sheet quiet p-6">
    No rule has run yet. A run leaves a report here: when, by whom, and how much of each sort.
  </p>
{:else}
  <Scroller label="Table of past runs">
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">Rule</th>
          <th scope="col">Started</th>
          <th scope="col">State</th>
          <th scope="col">By</th>
          <th scope="col">Took</th>
        </tr>
      </thead>
      <tbody>
        {#each runs as run (run.id)}
          <tr>
            <td class="first font-mono">{run.rule}</td>
            <td><Moment at={run.startedAt} time /></td>
            <td>
              {run.state}
              {#if run.state === "waiting"}
                <span class="block"
                  >{run.matched.toLocaleString()} accounts are due, over the limit of {run.atMost?.toLocaleString()}.
                  Preview the rule, and allow it there.</span
                >
                <Button
                  size="xs"
                  color="alternative"
                  class="mt-1"
                  disabled={retention.busy}
                  onclick={() => retention.withdraw(run.id)}>Withdraw</Button
                >
              {/if}
            </td>
            <td><Author author={run.startedBy} /></td>
            <td>{inWords(run.taken)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}
