<script lang="ts">
  /** The shape of what comes. */
  let { rows = 6 }: { rows?: number } = $props();
</script>

<div role="status" aria-label="Loading" class="flex animate-pulse flex-col gap-3 p-4">
  {#each Array.from({ length: rows }, (_, row) => row) as row (row)}
    <div class="h-4 rounded bg-gray-200 dark:bg-gray-700" style:width={`${92 - ((row * 17) % 40)}%`}></div>
  {/each}
</div>
