<script lang="ts">
  import type { Run } from "../api/retention.ts";
  import Author from "../parts/Author.svelte";
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { inWords } from "./retention.svelte.ts";

  let { runs }: { runs: Run[] } = $props();
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
            <td>{run.state}</td>
            <td><Author author={run.startedBy} /></td>
            <td>{inWords(run.taken)}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}
