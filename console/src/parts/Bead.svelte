<script lang="ts">
  /** The one ornament with a meaning: hollow, half or filled. The word beside it or its label says the same. */
  let { fill, label }: { fill: "hollow" | "half" | "filled" | "none"; label: string } = $props();
</script>

<svg
  viewBox="0 0 16 16"
  class="inline-block size-4 shrink-0 text-primary-700 dark:text-primary-300"
  role="img"
  aria-label={label}
>
  <title>{label}</title>
  {#if fill === "none"}
    <path d="M5 8h6" stroke="currentColor" stroke-width="1.5" class="text-gray-500 dark:text-gray-400" />
  {:else}
    <circle
      cx="8"
      cy="8"
      r="5"
      fill={fill === "filled" ? "currentColor" : "none"}
      stroke="currentColor"
      stroke-width="1.5"
    />
    {#if fill === "half"}<path d="M8 3a5 5 0 0 0 0 10z" fill="currentColor" />{/if}
  {/if}
</svg>
