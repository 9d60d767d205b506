<script lang="ts">
  /** The command that does in the terminal what this page does. */
  let { command }: { command: string } = $props();
  let copied = $state(false);

  async function copy() {
    await navigator.clipboard.writeText(command);
    copied = true;
    setTimeout(() => (copied = false), 1500);
  }
</script>

<p class="quiet flex flex-wrap items-center gap-2 text-xs">
  <span>In the terminal:</span>
  <code class="font-mono text-gray-700 dark:text-gray-300">{command}</code>
  <button type="button" class="link" onclick={copy}>{copied ? "Copied" : "Copy"}</button>
</p>
