<script lang="ts">
  import { Button, Modal } from "flowbite-svelte";
  import type { Preview } from "../api/retention.ts";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import { ACTIONS, inWords, type RetentionState } from "./retention.svelte.ts";

  let { retention, preview }: { retention: RetentionState; preview: Preview } = $props();
  let asking = $state(false);
  const accounts = $derived(`${preview.accounts.toLocaleString()} ${preview.accounts === 1 ? "account" : "accounts"}`);

  const beyond = $derived(preview.accounts > preview.atMost);
  const action = $derived(ACTIONS[preview.do]);

  function run() {
    asking = false;
    void retention.run(preview.rule, beyond);
  }
</script>

<section class="sheet p-4" aria-label="Preview" aria-live="polite">
  <div class="mb-3 flex flex-wrap items-center gap-3">
    <h2><span class="font-mono">{preview.rule}</span> would {preview.do} {accounts} now</h2>
    {#if preview.accounts}
      <Button size="sm" color="red" class="ml-auto" disabled={retention.busy} onclick={() => (asking = true)}
        >{action.word} {accounts}</Button
      >
    {/if}
  </div>
  {#if beyond}
    <div class="mb-3">
      <Notice
        kind="decision"
        text={`That is over the rule's limit of ${preview.atMost.toLocaleString()} for one run. Run by its schedule, it waits until somebody allows it here.`}
      />
    </div>
  {/if}
  {#if preview.accounts}
    <table class="ledger">
      <thead><tr><th scope="col">Name</th><th scope="col">Counted from</th></tr></thead>
      <tbody>
        {#each preview.first as due (due.id)}
          <tr>
            <td><a class="link" href={`/accounts/${due.id}`}>{due.displayName}</a></td>
            <td><Moment at={due.since} /></td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if preview.accounts > preview.first.length}<p class="quiet mt-2">
        and {(preview.accounts - preview.first.length).toLocaleString()} more
      </p>{/if}
    <p class="mt-3">{action.also}: {inWords(preview.dependents, preview.estimated)}.</p>
  {:else}
    <p class="quiet">No account's time has come.</p>
  {/if}
  {#if preview.held}<p class="mt-3">
      {preview.held.toLocaleString()} more {preview.held === 1 ? "is" : "are"} passed over: records of services hold them
      in place.
    </p>{/if}
</section>

<Modal bind:open={asking} title={`${action.word} ${accounts}?`} size="sm">
  <p>{preview.rule} would {preview.do} {accounts} {action.means}</p>
  {#if beyond}<p class="mt-2">This allows more than its limit of {preview.atMost.toLocaleString()}.</p>{/if}
  {#snippet footer()}
    <Button color="alternative" data-autofocus onclick={() => (asking = false)}>Keep them</Button>
    <Button color="red" onclick={run}>{action.word} {accounts}</Button>
  {/snippet}
</Modal>
