<script lang="ts">
  /** The one thing on a page for who is not signed in. */
  import type { Snippet } from "svelte";
  import Mark from "./Mark.svelte";

  interface Props {
    title: string;
    children: Snippet;
    /** What stands below. */
    below?: Snippet;
  }
  let { title, children, below }: Props = $props();
</script>

<svelte:head><title>{title} · Cuenta</title></svelte:head>

<main class="mx-auto flex min-h-dvh w-full max-w-sm flex-col justify-center px-4">
  <div class="mb-6 flex items-center gap-3">
    <Mark size={36} />
    <h1>{title}</h1>
  </div>
  <div class="sheet flex flex-col gap-4 p-5">{@render children()}</div>
  {@render below?.()}
</main>
