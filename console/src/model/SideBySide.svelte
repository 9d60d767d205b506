<script lang="ts">
  import type { Attachment } from "svelte/attachments";
  import { comparison } from "./editor.ts";

  /** The live file on the left, what it would become on the right; what is the same in both is folded away. */
  let { before, after }: { before: string; after: string } = $props();

  const shown: Attachment<HTMLElement> = (place) => {
    const made = comparison(place, before, after);
    return () => made.destroy();
  };
</script>

<!-- Whoever has no mouse scrolls with the arrow keys. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="h-full overflow-auto"
  role="region"
  tabindex="0"
  aria-label="Live file and draft, side by side"
  {@attach shown}
></div>
