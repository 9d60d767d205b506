<script lang="ts">
  import type { Change } from "../api/model.ts";

  /** The effect class as a word and a shape; saffron waits for a decision, red is loss. */
  let { change }: { change: Change } = $props();

  const looks = {
    instant: { shape: "○", colour: "text-primary-700 dark:text-primary-300" },
    backfill: { shape: "◐", colour: "text-primary-700 dark:text-primary-300" },
    narrowing: { shape: "▽", colour: "text-saffron-700 dark:text-saffron-300" },
    grant: { shape: "△", colour: "text-saffron-700 dark:text-saffron-300" },
    contract: { shape: "⇄", colour: "text-saffron-700 dark:text-saffron-300" },
    decision: { shape: "◇", colour: "text-saffron-700 dark:text-saffron-300" },
    loss: { shape: "✕", colour: "text-red-800 dark:text-red-300" },
    unsupported: { shape: "✕", colour: "text-red-800 dark:text-red-300" },
  };
  const look = $derived(looks[change.effect]);
</script>

<span class={["font-semibold", look.colour]}>
  {look.shape}
  {change.effect}{#if change.records},
    {change.records.toLocaleString()}
    {change.effect === "grant" ? "people" : "records"}{/if}
</span>
