<script lang="ts">
  import type { Account } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import type { CellsState } from "./cells.svelte.ts";
  import { valueOf } from "./fields.ts";
  import FieldValue from "./FieldValue.svelte";

  /** A value in the list; one that its reader may write is changed in place. Enter keeps it, Escape does not. */
  let { cells, account, field }: { cells: CellsState; account: Account; field: Field } = $props();

  const label = $derived(`${field.label} of ${account.displayName}`);
  const focus = (control: HTMLElement) => control.focus();

  function onkeydown(event: KeyboardEvent) {
    if (event.key === "Escape") cells.cancel();
    if (event.key === "Enter") void cells.save();
  }
</script>

{#if cells.is(account, field)}
  <span class="flex flex-col gap-1">
    {#if field.control === "checkbox"}
      <input
        type="checkbox"
        class="size-5"
        aria-label={label}
        aria-invalid={cells.error ? true : undefined}
        bind:checked={cells.draft[field.path] as boolean}
        onchange={() => cells.save()}
        {onkeydown}
        {@attach focus}
      />
    {:else if field.control === "select"}
      <select
        class="cell-control"
        aria-label={label}
        aria-invalid={cells.error ? true : undefined}
        bind:value={cells.draft[field.path]}
        onchange={() => cells.save()}
        {onkeydown}
        {@attach focus}
      >
        {#if !field.required}<option value="">None</option>{/if}
        {#each field.options as option (option)}<option value={option}>{option}</option>{/each}
      </select>
    {:else}
      <input
        type={field.control === "number" ? "number" : field.control === "date" ? "date" : "text"}
        step={field.control === "number" ? (field.scale ? 1 / 10 ** field.scale : 1) : undefined}
        class="cell-control"
        aria-label={label}
        aria-invalid={cells.error ? true : undefined}
        bind:value={cells.draft[field.path]}
        {onkeydown}
        {@attach focus}
      />
    {/if}
    {#if cells.error}
      <span role="alert" class="text-xs whitespace-normal text-red-800 dark:text-red-300">{cells.error}</span>
    {/if}
  </span>
{:else if cells.may(account, field)}
  <button type="button" class="cell" title={`Change ${label}`} onclick={() => cells.edit(account, field)}>
    <FieldValue {field} value={valueOf(account, field)} ref={account.id} small />
  </button>
{:else}
  <FieldValue {field} value={valueOf(account, field)} ref={account.id} small />
{/if}
