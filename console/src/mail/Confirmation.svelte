<script lang="ts">
  import { askForConfirmation, confirmByCode } from "../api/mail.ts";
  import { messageOf } from "../api/request.ts";
  import Moment from "../parts/Moment.svelte";

  interface Props {
    field: string;
    /** When the address was confirmed. */
    at: string | undefined;
    /** Whether it is the reader's own. */
    own: boolean;
    /** Whether a code goes to a telephone, and not a link to an email. */
    byCode: boolean;
    onconfirmed: () => void;
  }
  let { field, at, own, byCode, onconfirmed }: Props = $props();
  let said = $state("");
  let wrong = $state(false);
  let sent = $state(false);
  let code = $state("");

  async function send() {
    try {
      await askForConfirmation(field);
      sent = true;
      told(byCode ? "A code is on its way." : "A link is on its way.");
    } catch (failure) {
      refused(failure);
    }
  }

  function told(news: string) {
    said = news;
    wrong = false;
  }

  function refused(failure: unknown) {
    said = messageOf(failure);
    wrong = true;
  }

  async function confirm(event: SubmitEvent) {
    event.preventDefault();
    try {
      await confirmByCode(field, code);
      onconfirmed();
    } catch (failure) {
      refused(failure);
    }
  }
</script>

<span class="quiet block text-xs">
  {#if at}
    confirmed <Moment {at} />
  {:else}
    not confirmed
    {#if own}· <button type="button" class="link" onclick={send}
        >Send {sent ? "another" : "a"}
        {byCode ? "code" : "link"}</button
      >{/if}
    {#if said}<span class={["block", wrong && "text-red-800 dark:text-red-300"]} role={wrong ? "alert" : "status"}
        >{said}</span
      >{/if}
  {/if}
</span>
{#if !at && sent && byCode}
  <form onsubmit={confirm} class="mt-1 flex items-center gap-2">
    <input
      class="w-28 rounded-md border bg-transparent px-2 py-1 font-mono text-sm"
      aria-label="Code that was sent"
      inputmode="numeric"
      autocomplete="one-time-code"
      required
      bind:value={code}
    />
    <button type="submit" class="link text-xs">Confirm</button>
  </form>
{/if}
