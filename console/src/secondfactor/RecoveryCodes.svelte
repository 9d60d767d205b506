<script lang="ts">
  import Notice from "../parts/Notice.svelte";

  let { codes }: { codes: string[] } = $props();
</script>

<div class="mb-4">
  <Notice
    kind="once"
    text="Keep these recovery codes where you would find them without your authenticator. Each is good once; they are not shown again."
  />
  <ul class="mt-3 grid max-w-md grid-cols-2 gap-x-6 gap-y-1 font-mono" aria-label="Recovery codes">
    {#each codes as code (code)}<li>{code}</li>{/each}
  </ul>
</div>
