<script lang="ts">
  import type { Account } from "../api/accounts.ts";
  import type { Form } from "../api/model.ts";
  import { pictureAddress } from "../api/pictures.ts";
  import Moment from "../parts/Moment.svelte";
  import Cell from "./Cell.svelte";
  import type { CellsState } from "./cells.svelte.ts";
  import { initials, valueOf } from "./fields.ts";
  import type { AccountListState } from "./list.svelte.ts";

  let { list, form, cells }: { list: AccountListState; form: Form; cells: CellsState } = $props();

  const portrait = $derived(form.fields.find((field) => field.type === "image" && field.reads && field.shown));
  const pictureOf = (account: Account) => portrait && (valueOf(account, portrait) as string | undefined);
  const kinds = $derived(new Map(form.kinds.map((kind) => [kind.name, kind.label])));
  const direction = (path: string) =>
    list.sort === path ? "ascending" : list.sort === `-${path}` ? "descending" : undefined;
  const arrow = (path: string) => (list.sort === path ? " ↑" : list.sort === `-${path}` ? " ↓" : "");
</script>

{#snippet head(path: string, label: string, right: boolean)}
  <th scope="col" aria-sort={direction(path)} class={right ? "text-right" : ""}>
    <button type="button" class="cursor-pointer font-medium hover:underline" onclick={() => list.sortBy(path)}
      >{label}{arrow(path)}</button
    >
  </th>
{/snippet}

<table class="ledger">
  <thead>
    <tr>
      <th scope="col" class="first">Name</th>
      {@render head("kind", "Kind", false)}
      {#each list.fields as field (field.path)}{@render head(
          field.path,
          field.label,
          field.control === "number",
        )}{/each}
      {@render head("meta.created", "Created", false)}
    </tr>
  </thead>
  <tbody>
    {#each list.items as account (account.id)}
      <tr>
        <td class="first">
          <a href={`/accounts/${account.id}`} class="flex items-center gap-2 font-medium">
            {#if portrait && pictureOf(account)}
              <img
                class="size-7 shrink-0 rounded-md object-cover"
                src={pictureAddress(account.id, portrait.path, String(pictureOf(account)), 96)}
                alt=""
              />
            {:else}
              <span
                aria-hidden="true"
                class="grid size-7 shrink-0 place-items-center rounded-md bg-primary-100 text-xs text-primary-900 dark:bg-primary-900 dark:text-primary-100"
              >
                {initials(account.displayName)}
              </span>
            {/if}
            <span class="max-w-48 truncate">{account.displayName}</span>
          </a>
        </td>
        <td>{kinds.get(account.kind) ?? account.kind}</td>
        {#each list.fields as field (field.path)}
          <td class={[field.control === "number" && "text-right", "max-w-64 truncate"]}
            ><Cell {cells} {account} {field} /></td
          >
        {/each}
        <td><Moment at={account.meta.created} /></td>
      </tr>
    {/each}
  </tbody>
</table>
