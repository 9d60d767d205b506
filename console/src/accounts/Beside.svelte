<script lang="ts">
  import type { AccountRef } from "../api/accounts.ts";
  import ActivityTable from "../activity/ActivityTable.svelte";
  import { ActivityState } from "../activity/activity.svelte.ts";
  import AccountRoles from "../roles/AccountRoles.svelte";
  import Sessions from "../session/Sessions.svelte";
  import { session } from "../session/session.svelte.ts";
  import Dependents from "../sharing/Dependents.svelte";
  import Memberships from "../tenants/Memberships.svelte";
  import { untrack } from "svelte";

  /** What hangs on an account, for whoever looks after it. */
  let { ref, changes, onchanged }: { ref: AccountRef; changes: number; onchanged: () => void } = $props();
  const activity = untrack(() => new ActivityState(ref));
  const mayKnow = session.may.has("activity.read");
  if (mayKnow) void activity.begin();
</script>

{#if session.form?.tenants}<Memberships account={ref} {onchanged} />{/if}
<AccountRoles {ref} {changes} />
<Dependents {ref} />
{#if session.may.has("accounts.write")}<Sessions {ref} />{/if}
{#if mayKnow}
  <section class="mt-6" aria-label="What was done">
    <h2 class="mb-2">What was done</h2>
    <ActivityTable {activity} about={false} />
  </section>
{/if}
<p class="mt-6">
  <a class="link" href={`/v1/accounts/${ref}/dossier`} target="_blank">All that is kept about this account</a>
  <span class="quiet">as a page for its owner; that it was given is recorded.</span>
</p>
