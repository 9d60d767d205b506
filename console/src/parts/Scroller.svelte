<script lang="ts">
  import type { Snippet } from "svelte";

  /** A sheet that scrolls sideways where there is not enough room, also by keyboard. */
  let { label, busy = false, children }: { label: string; busy?: boolean; children: Snippet } = $props();
</script>

<!-- Whoever has no mouse scrolls with the arrow keys. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div class="sheet overflow-x-auto" role="region" aria-label={label} aria-busy={busy} tabindex="0">
  {@render children()}
</div>
