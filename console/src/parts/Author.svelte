<script lang="ts">
  /** Who did something: an account, to be opened, or the holder of the installation key. */
  let { author }: { author: string } = $props();
  const account = $derived(!author.includes(" "));
</script>

{#if account}
  <a class="link font-mono text-xs" href={`/accounts/${author}`}>{author.slice(0, 8)}…{author.slice(-4)}</a>
{:else}
  {author}
{/if}
