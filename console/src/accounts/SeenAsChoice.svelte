<script lang="ts">
  import { Select } from "flowbite-svelte";
  import type { SeenAsState } from "./seenas.svelte.ts";

  /** As whom an administrator looks at the record. */
  let { seen }: { seen: SeenAsState } = $props();
</script>

<div class="w-52">
  <Select
    aria-label="Seen as"
    size="sm"
    placeholder=""
    items={[
      { value: "", name: "Seen as yourself" },
      ...seen.parties.map((party) => ({ value: party, name: `Seen as ${party}` })),
    ]}
    bind:value={seen.party}
    onchange={() => seen.look()}
  />
</div>
