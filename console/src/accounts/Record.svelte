<script lang="ts">
  import { untrack } from "svelte";
  import { Badge, Button } from "flowbite-svelte";
  import type { Tenant, AccountRef } from "../api/accounts.ts";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import { session } from "../session/session.svelte.ts";
  import { RecordState } from "./record.svelte.ts";
  import RecordForm from "./RecordForm.svelte";
  import RecordView from "./RecordView.svelte";
  import RemoveButton from "./RemoveButton.svelte";
  import SeenAs from "./SeenAs.svelte";
  import SeenAsChoice from "./SeenAsChoice.svelte";
  import { SeenAsState } from "./seenas.svelte.ts";

  /** `changes` counts what others on the page changed of it. */
  let { ref, changes = 0 }: { ref: AccountRef; changes?: number } = $props();
  const form = session.form!;
  // A page for each account: the reference never changes.
  const record = untrack(() => new RecordState(ref, form));
  $effect(() => {
    void changes;
    void untrack(() => record.load());
  });
  const seen = untrack(() => new SeenAsState(ref));
  /** With the roles that count there and nowhere else. */
  const membership = (tenant: Tenant) =>
    tenant.roles?.length ? `${tenant.name} (${tenant.roles.join(", ")})` : tenant.name;
  const looksAsOthers = untrack(() => ref !== "own" && form.administers);
  if (looksAsOthers) void seen.load();
  const kind = $derived(form.kinds.find((it) => it.name === record.account?.kind)?.label ?? "");
</script>

<svelte:head><title>{record.account?.displayName ?? "Account"} · Cuenta</title></svelte:head>

{#if record.failure}<div class="mb-4"><Notice kind="refused" text={record.failure} /></div>{/if}
{#if record.account}
  {@const account = record.account}
  <div class="mb-4 flex flex-wrap items-center gap-3">
    <h1>{account.displayName}</h1>
    <Badge color="gray" class="dark:bg-gray-700 dark:text-gray-200">{kind}</Badge>
    {#each account.roles as role (role)}<Badge color="primary">{role}</Badge>{/each}
    {#if !record.editing}
      <div class="ml-auto flex flex-wrap gap-2">
        {#if looksAsOthers}<SeenAsChoice {seen} />{/if}
        {#if record.editable.length}<Button size="sm" onclick={() => record.edit()}>Edit</Button>{/if}
        {#if ref !== "own" && session.may.has("accounts.write")}<RemoveButton
            {record}
            name={account.displayName}
          />{/if}
      </div>
    {/if}
  </div>
  {#if record.notice}<div class="mb-4"><Notice kind="done" text={record.notice} /></div>{/if}
  {#if record.editing}
    <RecordForm {record} onsubmit={() => record.save()} oncancel={() => ((record.editing = false), record.load())} />
  {:else if seen.party}
    <SeenAs {seen} {ref} groups={record.groups} />
  {:else}
    <RecordView
      {account}
      {ref}
      {record}
      groups={record.groups}
      uploads={(field) => record.uploads(field)}
      onchanged={() => record.load()}
    />
    <footer class="quiet mt-4 flex flex-col gap-1 text-xs">
      <p>
        {#if account.tenants.length}Belongs to {account.tenants.map(membership).join(", ")} ·{/if}
        created <Moment at={account.meta.created} time /> · changed <Moment at={account.meta.lastModified} time /> · version
        {account.meta.version}
      </p>
      <p>id <span class="font-mono">{account.id}</span></p>
      <Twin
        command={`cuenta accounts show ${account.id}${seen.party ? ` --as ${seen.party}` : ""}`}
        here={ref !== "own"}
      />
    </footer>
  {/if}
{:else if !record.failure}
  <div class="sheet"><Skeleton rows={8} /></div>
{/if}
