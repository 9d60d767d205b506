<script lang="ts">
  import { session } from "../session/session.svelte.ts";

  interface Props {
    /** The command that does in the terminal what this page does. */
    command: string;
    /** Whether it is about the tenant in which the reader works. */
    here?: boolean;
  }
  let { command, here = false }: Props = $props();
  let copied = $state(false);
  const whole = $derived(here && session.form?.tenant ? `${command} --tenant ${session.form.tenant}` : command);

  async function copy() {
    await navigator.clipboard.writeText(whole);
    copied = true;
    setTimeout(() => (copied = false), 1500);
  }
</script>

<p class="quiet flex flex-wrap items-center gap-2 text-xs">
  <span>In the terminal:</span>
  <code class="font-mono text-gray-700 dark:text-gray-300">{whole}</code>
  <button type="button" class="link" onclick={copy}>{copied ? "Copied" : "Copy"}</button>
</p>
