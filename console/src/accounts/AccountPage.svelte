<script lang="ts">
  import { route } from "../routes.ts";
  import Beside from "./Beside.svelte";
  import Record from "./Record.svelte";

  const id = $derived(route.params.id ?? "");
</script>

<p class="mb-2"><a class="link" href="/accounts">All accounts</a></p>
{#key id}
  <Record ref={id} />
  <Beside ref={id} />
{/key}
