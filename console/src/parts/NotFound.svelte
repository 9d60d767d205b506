<script lang="ts">
  /** Nothing lives at this address. */
</script>

<svelte:head><title>Not found · Cuenta</title></svelte:head>
<h1>There is no such page</h1>
<p class="mt-2"><a class="link" href="/">Back to the beginning</a></p>
