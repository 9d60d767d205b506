<script lang="ts">
  import { route } from "../routes.ts";
  import Beside from "./Beside.svelte";
  import Record from "./Record.svelte";

  const id = $derived(route.params.id ?? "");
  /** How often something beside the record changed what it shows. */
  let changes = $state(0);
</script>

<p class="mb-2"><a class="link" href="/accounts">All accounts</a></p>
{#key id}
  <Record ref={id} {changes} />
  <Beside ref={id} {changes} onchanged={() => changes++} />
{/key}
