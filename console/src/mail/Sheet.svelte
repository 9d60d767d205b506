<script lang="ts">
  import type { Snippet } from "svelte";
  import Mark from "../parts/Mark.svelte";

  let { title, children }: { title: string; children: Snippet } = $props();
</script>

<svelte:head><title>{title} · Cuenta</title></svelte:head>

<main class="mx-auto flex min-h-dvh w-full max-w-sm flex-col justify-center px-4">
  <div class="mb-6 flex items-center gap-3">
    <Mark size={36} />
    <h1>{title}</h1>
  </div>
  <div class="sheet flex flex-col gap-4 p-5">{@render children()}</div>
</main>
