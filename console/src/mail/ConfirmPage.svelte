<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { confirmAddress } from "../api/mail.ts";
  import { messageOf } from "../api/request.ts";
  import Notice from "../parts/Notice.svelte";
  import Sheet from "../parts/Sheet.svelte";

  // After the #, which browsers send to nobody; gone from the address bar as soon as it is read.
  const token = location.hash.slice(1);
  history.replaceState(null, "", location.pathname);

  let failure = $state("");
  let done = $state(false);
  let busy = $state(false);

  /** Not by itself: programs that look at mails before people do open links too. */
  async function confirm() {
    busy = true;
    failure = "";
    try {
      await confirmAddress(token);
      done = true;
    } catch (refused) {
      failure = messageOf(refused);
    } finally {
      busy = false;
    }
  }
</script>

<Sheet title="Confirm your address">
  {#if done}
    <Notice kind="done" text="Your address is confirmed." />
    <a class="link" href="/">Go on to Cuenta</a>
  {:else}
    <p>Somebody gave this address for an account. If it is yours, confirm it.</p>
    {#if failure}<Notice kind="refused" text={failure} />{/if}
    <Button disabled={busy || !token} onclick={confirm}>{busy ? "Confirming…" : "Confirm"}</Button>
    {#if !token}<p class="quiet">The link is not whole. Open it from the mail again.</p>{/if}
  {/if}
</Sheet>
