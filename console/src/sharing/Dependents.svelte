<script lang="ts">
  import type { AccountRef } from "../api/accounts.ts";
  import { messageOf } from "../api/request.ts";
  import { listDependents } from "../api/services.ts";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";

  let { ref }: { ref: AccountRef } = $props();
  const found = $derived(listDependents(ref));
</script>

{#await found then dependents}
  {#if dependents.length}
    <section class="mt-6" aria-label="Records of services">
      <h2 class="mb-2">Records of services that hang on it</h2>
      <Scroller label="Table of dependents">
        <table class="ledger">
          <thead>
            <tr>
              <th scope="col" class="first">Service</th>
              <th scope="col">Sort</th>
              <th scope="col">Key</th>
              <th scope="col">Since</th>
            </tr>
          </thead>
          <tbody>
            {#each dependents as held (`${held.service} ${held.sort} ${held.key}`)}
              <tr>
                <td class="first font-mono">{held.service}</td>
                <td>{held.sort}</td>
                <td class="font-mono text-xs">{held.key}</td>
                <td><Moment at={held.registered} time /></td>
              </tr>
            {/each}
          </tbody>
        </table>
      </Scroller>
    </section>
  {/if}
{:catch failure}
  <div class="mt-6"><Notice kind="refused" text={messageOf(failure)} /></div>
{/await}
