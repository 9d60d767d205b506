<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import { session } from "../session/session.svelte.ts";
  import AccountTable from "./AccountTable.svelte";
  import { CellsState } from "./cells.svelte.ts";
  import Conditions from "./Conditions.svelte";
  import { argument } from "../parts/shell.ts";
  import ListControls from "./ListControls.svelte";
  import { AccountListState } from "./list.svelte.ts";

  const form = session.form!;
  const list = new AccountListState(form, location.search);
  void list.open();
  const cells = new CellsState(form, (account) => list.replace(account));
  $effect(() => history.replaceState(history.state, "", `/accounts${list.address && "?"}${list.address}`));
  const command = $derived(
    `cuenta accounts list${list.filter ? ` --filter ${argument(list.filter)}` : ""} --sort=${list.sort}`,
  );
</script>

<svelte:head><title>Accounts · Cuenta</title></svelte:head>

<div class="mb-4 flex flex-wrap items-center gap-3">
  <h1>Accounts</h1>
  {#if list.total !== null}<span class="quiet"
      >{list.total.more ? "more than " : ""}{list.total.count.toLocaleString()}
      {list.filtered ? "match" : "in all"}</span
    >{/if}
  {#if session.may.has("accounts.write")}<Button href="/accounts/new" size="sm" class="ml-auto">New account</Button
    >{/if}
</div>

<ListControls {list} {form} />
<Conditions
  expression={list.expression}
  fields={form.fields}
  look={(expression) => {
    list.expression = expression;
    void list.weigh();
    void list.begin();
  }}
/>
{#if list.caution}<div class="mb-3"><Notice kind="slow" text={list.caution} /></div>{/if}
{#if list.failure}<div class="mb-3"><Notice kind="refused" text={list.failure} /></div>{/if}

{#if cells.done}
  {@const { account, field } = cells.done}
  <div class="mb-3 flex flex-wrap items-center gap-3">
    <Notice kind="done" text={`${field.label} of ${account.displayName} is changed.`} />
    <button type="button" class="link" disabled={cells.busy} onclick={() => cells.undo()}>Undo</button>
  </div>
{:else if cells.undone}
  {@const { account, field } = cells.undone}
  <div class="mb-3"><Notice kind="done" text={`${field.label} of ${account.displayName} is as it was.`} /></div>
{/if}
{#if cells.error && !cells.open}<div class="mb-3"><Notice kind="refused" text={cells.error} /></div>{/if}

<Scroller label="List of accounts" busy={list.loading}>
  {#if list.loading && list.items.length === 0}
    <Skeleton rows={10} />
  {:else if list.items.length === 0 && !list.failure}
    <div class="p-8 text-center">
      {#if list.filtered}
        <p>No account matches.</p>
        <p class="quiet mt-1">Look for less: a part of a name is enough.</p>
      {:else}
        <p>There are no accounts yet.</p>
        <p class="quiet mt-1">
          They come when people sign up, or with New account. For something to look at: <code class="font-mono"
            >cuenta sample 20</code
          >
        </p>
      {/if}
    </div>
  {:else}
    <AccountTable {list} {form} {cells} />
  {/if}
</Scroller>

<div class="mt-3 flex flex-wrap items-center gap-3">
  <Button size="xs" color="alternative" disabled={list.page === 1 || list.loading} onclick={() => list.previous()}
    >Previous</Button
  >
  <span class="quiet">Page {list.page}{list.pages === null ? "" : ` of ${list.pages}`}</span>
  <Button size="xs" color="alternative" disabled={!list.hasNext || list.loading} onclick={() => list.next()}
    >Next</Button
  >
  <div class="ml-auto"><Twin {command} here /></div>
</div>
