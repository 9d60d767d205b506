<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { messageOf } from "../api/request.ts";
  import { acceptInvitation, readTenant } from "../api/tenants.ts";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";

  // After the #, which browsers send to nobody; gone from the address bar as soon as it is read.
  const token = location.hash.slice(1);
  history.replaceState(null, "", location.pathname);

  let failure = $state("");
  let joined = $state("");
  let busy = $state(false);

  /** Not by itself: programs that look at mails before people do open links too. */
  async function accept() {
    busy = true;
    failure = "";
    try {
      joined = (await readTenant(await acceptInvitation(token))).name;
      await session.refresh();
    } catch (refused) {
      failure = messageOf(refused);
    } finally {
      busy = false;
    }
  }
</script>

<svelte:head><title>Invitation · Cuenta</title></svelte:head>

<section class="sheet mx-auto mt-8 flex max-w-xl flex-col items-start gap-4 p-6" aria-label="An invitation">
  <h1>An invitation</h1>
  {#if joined}
    <Notice kind="done" text={`You belong to ${joined} now.`} />
    <a class="link" href="/me">Your own account</a>
  {:else}
    <p>Somebody invited you to work with them. You accept it as {session.account?.displayName}.</p>
    {#if failure}<Notice kind="refused" text={failure} />{/if}
    <Button disabled={busy || !token} onclick={accept}>{busy ? "Accepting…" : "Accept"}</Button>
    {#if !token}<p class="quiet">The link is not whole. Open it from the mail again.</p>{/if}
  {/if}
</section>
