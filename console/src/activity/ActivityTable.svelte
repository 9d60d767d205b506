<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import { by, detailsOf, worded } from "./activity.ts";
  import type { ActivityState } from "./activity.svelte.ts";

  /** `about` is left out where all entries are about one account. */
  let { activity, about = true }: { activity: ActivityState; about?: boolean } = $props();
</script>

{#if activity.failure}<div class="mb-3"><Notice kind="refused" text={activity.failure} /></div>{/if}
{#if activity.items === null}
  {#if !activity.failure}<div class="sheet"><Skeleton rows={6} /></div>{/if}
{:else if activity.items.length === 0}
  <p class="sheet quiet p-6">
    {about ? "Nothing was done that fits this." : "Nothing that is recorded was done to it yet."}
  </p>
{:else}
  <Scroller label="Table of activity" busy={activity.busy}>
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">When</th>
          <th scope="col">What</th>
          {#if about}<th scope="col">To</th>{/if}
          <th scope="col">By</th>
          <th scope="col">From</th>
          <th scope="col">Details</th>
        </tr>
      </thead>
      <tbody>
        {#each activity.items as entry (entry.number)}
          <tr>
            <td class="first"><Moment at={entry.at} time /></td>
            <td>{worded(entry.action)}</td>
            {#if about}
              <td>
                {#if entry.account && activity.names[entry.account]}
                  <a class="link" href={`/accounts/${entry.account}`}>{activity.names[entry.account]}</a>
                {:else if entry.account}
                  <span class="font-mono text-xs" title="This account is gone, or out of your reach"
                    >{entry.account.slice(0, 8)}…</span
                  >
                {/if}
              </td>
            {/if}
            <td class="max-w-56 truncate" title={by(entry, activity.names)}>{by(entry, activity.names)}</td>
            <td class="font-mono text-xs">{entry.address ?? ""}</td>
            <td class="max-w-96 min-w-56 text-xs whitespace-normal!">{detailsOf(entry).join("; ")}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  {#if activity.next !== undefined}
    <Button class="mt-3" size="sm" color="alternative" disabled={activity.busy} onclick={() => activity.more()}
      >Earlier</Button
    >
  {/if}
{/if}
