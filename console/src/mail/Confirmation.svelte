<script lang="ts">
  import { askForConfirmation } from "../api/mail.ts";
  import { messageOf } from "../api/request.ts";
  import Moment from "../parts/Moment.svelte";

  interface Props {
    field: string;
    /** When the address was confirmed. */
    at: string | undefined;
    /** Whether it is the reader's own. */
    own: boolean;
  }
  let { field, at, own }: Props = $props();
  let said = $state("");

  async function send() {
    try {
      await askForConfirmation(field);
      said = "A link is on its way.";
    } catch (failure) {
      said = messageOf(failure);
    }
  }
</script>

<span class="quiet block text-xs">
  {#if at}
    confirmed <Moment {at} />
  {:else}
    not confirmed
    {#if own && !said}· <button type="button" class="link" onclick={send}>Send a link</button>{/if}
    <span role="status">{said}</span>
  {/if}
</span>
