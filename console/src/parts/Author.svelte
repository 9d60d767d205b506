<script lang="ts">
  /** Who did something: an account, to be opened; or the holder of the installation key, or a rule's schedule. */
  let { author }: { author: string } = $props();
  const account = $derived(/^[0-9a-f-]{36}$|^\d+$/.test(author));
</script>

{#if account}
  <a class="link font-mono text-xs" href={`/accounts/${author}`}>{author.slice(0, 8)}…{author.slice(-4)}</a>
{:else}
  {author}
{/if}
