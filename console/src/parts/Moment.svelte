<script lang="ts">
  /** An instant in the reader's own zone; the exact one on hover. */
  let { at, time = false }: { at: string; time?: boolean } = $props();
  const shown = $derived(
    new Intl.DateTimeFormat(
      undefined,
      time ? { dateStyle: "medium", timeStyle: "short" } : { dateStyle: "medium" },
    ).format(new Date(at)),
  );
</script>

<time datetime={at} title={at}>{shown}</time>
