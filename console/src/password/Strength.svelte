<script lang="ts">
  import Bead from "../parts/Bead.svelte";
  import { adviceOn, BEADS, type StrengthState } from "./strength.svelte.ts";

  let { strength }: { strength: StrengthState } = $props();
</script>

<p class="mt-1 flex min-h-5 items-start gap-1.5 text-xs" aria-live="polite">
  {#if strength.assessed}
    {@const assessed = strength.assessed}
    <span class="flex shrink-0" aria-hidden="true">
      {#each [1, 2, 3] as bead (bead)}
        <Bead fill={bead <= BEADS[assessed.strength] ? "filled" : "hollow"} label="" />
      {/each}
    </span>
    <span><span class="font-semibold capitalize">{assessed.strength}.</span> {adviceOn(assessed)}</span>
  {/if}
</p>
