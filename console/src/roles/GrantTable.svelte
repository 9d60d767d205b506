<script lang="ts">
  import type { Snippet } from "svelte";
  import type { Grant } from "../api/roles.ts";
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { whereOf } from "./roles.ts";

  interface Props {
    label: string;
    grants: Grant[];
    names: Record<string, string>;
    busy?: boolean;
    /** Whether the grants are of many accounts. */
    accounts?: boolean;
    /** Whether they are of many accounts and of many roles. */
    both?: boolean;
    /** What can be done with a grant. */
    action?: Snippet<[Grant]>;
  }
  let { label, grants, names, busy = false, accounts = false, both = false, action }: Props = $props();
</script>

<Scroller {label} {busy}>
  <table class="ledger">
    <thead>
      <tr>
        <th scope="col" class="first">{accounts ? "To" : "Role"}</th>
        {#if both}<th scope="col">Role</th>{/if}
        <th scope="col">Where</th>
        <th scope="col">Counts</th>
        <th scope="col">Given</th>
        <th scope="col">By</th>
        <th scope="col">Reason</th>
        {#if action}<th scope="col"><span class="sr-only">Decide</span></th>{/if}
      </tr>
    </thead>
    <tbody>
      {#each grants as grant (grant.account + grant.role + (grant.tenant?.id ?? ""))}
        <tr class={{ quiet: grant.state !== "inEffect" }}>
          <td class="first">
            {#if !accounts}
              {grant.role}
            {:else if names[grant.account]}
              <a class="link" href={`/accounts/${grant.account}`}>{names[grant.account]}</a>
            {:else}
              <span class="font-mono text-xs">{grant.account.slice(0, 8)}…</span>
            {/if}
          </td>
          {#if both}<td>{grant.role}</td>{/if}
          <td>{whereOf(grant)}</td>
          <td>
            {#if grant.state === "waiting"}
              waits for approval
            {:else if grant.state === "upcoming" && grant.starts}
              from <Moment at={grant.starts} time />
            {:else if grant.state === "ended" && grant.ends}
              ended <Moment at={grant.ends} time />
            {:else if grant.ends}
              until <Moment at={grant.ends} time />
            {:else}
              now
            {/if}
          </td>
          <td><Moment at={grant.givenAt} /></td>
          <td>
            {grant.givenBy ? (names[grant.givenBy] ?? grant.givenBy) : ""}
            {#if grant.approvedBy}<span class="quiet">, approved by {names[grant.approvedBy] ?? grant.approvedBy}</span
              >{/if}
          </td>
          <td class="max-w-80 min-w-40 whitespace-normal!">{grant.reason ?? ""}</td>
          {#if action}<td>{@render action(grant)}</td>{/if}
        </tr>
      {/each}
    </tbody>
  </table>
</Scroller>
