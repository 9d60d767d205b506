<script lang="ts">
  import type { Table } from "../api/model.ts";
  import { radius, rowsOf, spelt } from "./sizes.ts";

  /** The account in the middle, its profiles around it; areas stand for bytes. The table beside it says the same. */
  let { tables }: { tables: Table[] } = $props();

  const largest = $derived(Math.max(...tables.map((table) => table.bytes)));
  const account = $derived(tables.find((table) => !table.profile));
  const around = $derived(
    tables
      .filter((table) => table.profile)
      .map((table, index, profiles) => {
        const angle = (2 * Math.PI * index) / profiles.length - Math.PI / 2;
        return { table, x: 200 + 130 * Math.cos(angle), y: 190 + 130 * Math.sin(angle) };
      }),
  );
</script>

<svg viewBox="0 0 400 390" class="mx-auto w-full max-w-md" role="img" aria-label="The account and its profiles">
  {#each around as { table, x, y } (table.name)}
    <line x1="200" y1="190" x2={x} y2={y} stroke="currentColor" class="text-gray-400 dark:text-gray-500" />
  {/each}
  {#if account}{@render circle(account, 200, 190, "account")}{/if}
  {#each around as { table, x, y } (table.name)}{@render circle(table, x, y, table.profile ?? "")}{/each}
</svg>

{#snippet circle(table: Table, x: number, y: number, name: string)}
  <g>
    <title>{table.name}: {rowsOf(table)}, {spelt(table.bytes)}</title>
    <circle
      cx={x}
      cy={y}
      r={radius(table.bytes, largest)}
      class="fill-primary-100 stroke-primary-700 dark:fill-primary-900 dark:stroke-primary-300"
      stroke-width="1.5"
    />
    <text {x} y={y + 4} text-anchor="middle" class="fill-current text-[11px]">{spelt(table.bytes)}</text>
    <text
      {x}
      y={y + radius(table.bytes, largest) + 16}
      text-anchor="middle"
      paint-order="stroke"
      stroke-width="6"
      class="fill-current stroke-white text-[13px] font-semibold dark:stroke-gray-800"
    >
      {name}
    </text>
  </g>
{/snippet}
