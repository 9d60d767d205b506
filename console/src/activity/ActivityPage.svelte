<script lang="ts">
  import { Button, Input, Select } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import Twin from "../parts/Twin.svelte";
  import { ACTIONS, worded } from "./activity.ts";
  import { ActivityState } from "./activity.svelte.ts";
  import ActivityTable from "./ActivityTable.svelte";

  const activity = new ActivityState();
  void activity.begin();

  const command = $derived(
    ["cuenta activity list", activity.query.action && `--action ${activity.query.action}`]
      .concat(activity.query.service ? `--service ${activity.query.service}` : [])
      .concat(activity.query.account ? `--account ${activity.query.account}` : [])
      .filter(Boolean)
      .join(" "),
  );
</script>

<svelte:head><title>Activity · Cuenta</title></svelte:head>

<div class="mb-4 flex flex-wrap items-center gap-3">
  <h1>Activity</h1>
  <Button class="ml-auto" size="sm" color="alternative" disabled={activity.busy} onclick={() => activity.verify()}
    >Verify the chain</Button
  >
</div>
{#if activity.verification}
  {@const found = activity.verification}
  <div class="mb-4">
    <Notice
      kind={found.faults.length ? "refused" : "done"}
      text={found.faults.length
        ? `The chain does not fit in ${found.faults.length} places: something was changed, taken out or put in. In the terminal, cuenta activity verify says where.`
        : `All ${found.entries.toLocaleString()} entries are as they were told.`}
    />
  </div>
{/if}
<div class="mb-3 grid gap-3 sm:grid-cols-[14rem_12rem_minmax(12rem,24rem)]">
  <Select
    aria-label="What"
    placeholder=""
    items={[{ value: "", name: "Everything" }, ...ACTIONS.map((action) => ({ value: action, name: worded(action) }))]}
    bind:value={() => activity.query.action ?? "", (action) => (activity.query.action = action)}
    onchange={() => activity.begin()}
  />
  <Input
    aria-label="By which service"
    placeholder="By which service"
    bind:value={() => activity.query.service ?? "", (service) => (activity.query.service = service)}
    onchange={() => activity.begin()}
  />
  <Input
    class="font-mono"
    aria-label="To which account"
    placeholder="To which account: its id"
    bind:value={() => activity.query.account ?? "", (account) => (activity.query.account = account)}
    onchange={() => activity.begin()}
  />
</div>
<ActivityTable {activity} />
<div class="mt-4"><Twin {command} here /></div>
