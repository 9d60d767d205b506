<script lang="ts">
  import { Button } from "flowbite-svelte";
  import type { AccountRef } from "../api/accounts.ts";
  import { endOtherSession, listSessions, type OpenSession } from "../api/session.ts";
  import { messageOf } from "../api/request.ts";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { programOf } from "./program.ts";

  /** Whose sessions. */
  let { ref = "own" }: { ref?: AccountRef } = $props();
  const own = $derived(ref === "own");
  const title = $derived(own ? "Where you are signed in" : "Signed in");
  let sessions = $state.raw<OpenSession[]>([]);
  let loaded = $state(false);
  let failure = $state("");

  async function load() {
    try {
      sessions = await listSessions(ref);
      loaded = true;
    } catch (refused) {
      failure = messageOf(refused);
    }
  }

  async function end(session: OpenSession) {
    failure = "";
    try {
      await endOtherSession(ref, session.id);
      await load();
    } catch (refused) {
      failure = messageOf(refused);
    }
  }

  void load();
</script>

<section class="mt-6" aria-label={title}>
  <h2 class="mb-2">{title}</h2>
  {#if failure}<div class="mb-3"><Notice kind="refused" text={failure} /></div>{/if}
  {#if sessions.length}
    <Scroller label="Table of sessions">
      <table class="ledger">
        <thead>
          <tr>
            <th scope="col" class="first">Program</th>
            <th scope="col">Since</th>
            <th scope="col">Last used</th>
            <th scope="col"><span class="sr-only">End</span></th>
          </tr>
        </thead>
        <tbody>
          {#each sessions as session (session.id)}
            <tr>
              <td class="first" title={session.agent}>{programOf(session.agent)}</td>
              <td><Moment at={session.created} time /></td>
              <td><Moment at={session.lastUsed} time /></td>
              <td>
                {#if session.current}
                  <span class="quiet">this one</span>
                {:else}
                  <Button
                    size="xs"
                    color="alternative"
                    onclick={() => end(session)}
                    aria-label={`End the session of ${programOf(session.agent)}`}>End</Button
                  >
                {/if}
              </td>
            </tr>
          {/each}
        </tbody>
      </table>
    </Scroller>
  {:else if loaded}
    <p class="quiet">Nowhere just now.</p>
  {/if}
</section>
