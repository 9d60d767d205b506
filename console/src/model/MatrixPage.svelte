<script lang="ts">
  import { Input, Select } from "flowbite-svelte";
  import { readMatrix } from "../api/model.ts";
  import { messageOf } from "../api/request.ts";
  import Bead from "../parts/Bead.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import ModelTabs from "./ModelTabs.svelte";

  const matrix = readMatrix();
  let looked = $state("");
  let onlyParty = $state("");
  let asked = $state("");
  const matches = (path: string, label: string) =>
    `${path} ${label}`.toLowerCase().includes(looked.trim().toLowerCase());

  function fill(cell: { reads: boolean; writes: boolean }): "none" | "hollow" | "filled" | "half" {
    return cell.writes ? (cell.reads ? "filled" : "half") : cell.reads ? "hollow" : "none";
  }
  const why = (party: string, path: string, cell: { rights: string[]; why: string }) =>
    `${party} may ${cell.rights.map((right) => RIGHTS[right] ?? right).join(", ") || "do nothing with"} ${path}: ${cell.why}.`;
  const RIGHTS: Record<string, string> = {
    signUp: "give at sign-up",
    create: "give to new accounts",
    export: "get in lists",
    filter: "filter by",
    sort: "sort by",
  };
  const shown = (parties: string[]) => parties.filter((party) => !onlyParty || party === onlyParty);
  const words = { none: "neither reads nor writes", hollow: "reads", filled: "reads and writes", half: "writes only" };
</script>

<svelte:head><title>Access · Cuenta</title></svelte:head>

<ModelTabs />
{#await matrix}
  <div class="sheet"><Skeleton rows={12} /></div>
{:then found}
  <div class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
    <div class="w-56">
      <Input type="search" aria-label="Find a field" placeholder="Find a field" bind:value={looked} />
    </div>
    <div class="w-44">
      <Select
        aria-label="Party"
        placeholder=""
        bind:value={onlyParty}
        items={[{ value: "", name: "Every party" }, ...found.parties.map((party) => ({ value: party, name: party }))]}
      />
    </div>
    {#each ["hollow", "filled", "half", "none"] as const as shape (shape)}
      <span class="quiet flex items-center gap-1.5"><Bead fill={shape} label={words[shape]} /> {words[shape]}</span>
    {/each}
  </div>
  <p class="mb-3" aria-live="polite">
    {#if asked}{asked}{:else}<span class="quiet">Choose a cell to read why it is so.</span>{/if}
  </p>
  <Scroller label="Access matrix">
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">Field</th>
          {#each shown(found.parties) as party (party)}<th scope="col" class="text-center">{party}</th>{/each}
          <th scope="col">Returned</th>
        </tr>
      </thead>
      <tbody>
        {#each found.fields.filter((field) => matches(field.path, field.label)) as field (field.path)}
          <tr>
            <th scope="row" class="first static! font-mono font-normal!">
              {field.path}
              {#if field.sensitivity !== "open"}<span class="quiet ml-1 font-sans text-xs">{field.sensitivity}</span
                >{/if}
            </th>
            {#each shown(found.parties) as party (party)}
              {@const cell = field.cells[party]!}
              <td class="text-center">
                <button
                  type="button"
                  class="cursor-pointer rounded p-1"
                  aria-label={`${party} and ${field.path}: ${words[fill(cell)]}. Why?`}
                  title={cell.why}
                  onclick={() => (asked = why(party, field.path, cell))}
                >
                  <Bead fill={fill(cell)} label={words[fill(cell)]} />
                </button>
              </td>
            {/each}
            <td class="quiet">{field.returned}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{:catch failure}
  <Notice kind="refused" text={messageOf(failure)} />
{/await}
<div class="mt-4"><Twin command={`cuenta model matrix${looked ? ` --why ${looked}` : ""}`} /></div>
