<script lang="ts">
  import { readTables } from "../api/model.ts";
  import { messageOf } from "../api/request.ts";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import ModelTabs from "./ModelTabs.svelte";
  import { rowsOf, spelt } from "./sizes.ts";
  import TableMap from "./TableMap.svelte";

  const tables = readTables();
</script>

<svelte:head><title>Tables · Cuenta</title></svelte:head>

<ModelTabs />
{#await tables}
  <div class="sheet"><Skeleton rows={10} /></div>
{:then found}
  <div class="grid gap-4 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
    <section class="sheet self-start p-4" aria-label="Picture"><TableMap tables={found} /></section>
    <Scroller label="Tables">
      <table class="ledger">
        <thead>
          <tr><th scope="col">Column</th><th scope="col">Type</th><th scope="col">Field</th></tr>
        </thead>
        {#each found as table (table.name)}
          <tbody>
            <tr>
              <th scope="rowgroup" colspan="3" class="static! font-mono">
                {table.name}
                <span class="quiet ml-2 font-sans font-normal">{rowsOf(table)}, {spelt(table.bytes)}</span>
              </th>
            </tr>
            {#each table.columns as column (column.name)}
              <tr>
                <td class="font-mono">{column.name}</td>
                <td>{column.type}{column.required ? ", never empty" : ""}</td>
                <td class="quiet">{column.field}</td>
              </tr>
            {/each}
          </tbody>
        {/each}
      </table>
    </Scroller>
  </div>
{:catch failure}
  <Notice kind="refused" text={messageOf(failure)} />
{/await}
<div class="mt-4"><Twin command="cuenta model verify" /></div>
