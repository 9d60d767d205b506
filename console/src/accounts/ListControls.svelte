<script lang="ts">
  import { Checkbox, Input, Select } from "flowbite-svelte";
  import type { Form } from "../api/model.ts";
  import { isHere } from "./fields.ts";
  import type { AccountListState } from "./list.svelte.ts";
  import Views from "./Views.svelte";

  let { list, form }: { list: AccountListState; form: Form } = $props();
  let timer: ReturnType<typeof setTimeout> | undefined;
  let weighing: ReturnType<typeof setTimeout> | undefined;

  const kinds = $derived([
    { value: "", name: "All kinds" },
    ...form.kinds.map((kind) => ({ value: kind.name, name: kind.label })),
  ]);
  const choosable = $derived(form.fields.filter((field) => field.reads && field.shown && isHere(field, form)));

  function weighSoon() {
    clearTimeout(weighing);
    weighing = setTimeout(() => list.weigh(), 400);
  }

  /** Looks once the typing has paused. */
  function soon() {
    clearTimeout(timer);
    timer = setTimeout(() => list.begin(), 250);
  }

  function toggle(path: string, on: boolean) {
    const wanted = on ? [...list.columns, path] : list.columns.filter((column) => column !== path);
    list.showColumns(form.fields.map((field) => field.path).filter((column) => wanted.includes(column)));
  }
</script>

<div class="mb-3 grid gap-3 sm:grid-cols-[minmax(12rem,20rem)_10rem_1fr_auto_auto]">
  <Input
    type="search"
    aria-label="Search"
    placeholder="Search names, emails, …"
    bind:value={list.search}
    oninput={soon}
  />
  <Select aria-label="Kind" items={kinds} bind:value={list.kind} onchange={() => list.begin()} placeholder="" />
  <Input
    class="font-mono"
    aria-label="Filter"
    placeholder="Filter, such as not (phone pr)"
    bind:value={list.expression}
    oninput={weighSoon}
    onkeydown={(event: KeyboardEvent) => event.key === "Enter" && list.begin()}
    onchange={() => list.begin()}
  />
  <details class="relative">
    <summary class="sheet cursor-pointer px-3 py-2.5 select-none">Columns</summary>
    <div class="sheet absolute right-0 z-30 mt-1 flex max-h-96 w-64 flex-col gap-2 overflow-y-auto p-3 shadow-lg">
      {#each choosable as field (field.path)}
        <Checkbox
          checked={list.columns.includes(field.path)}
          onchange={(event: Event) => toggle(field.path, (event.target as HTMLInputElement).checked)}
        >
          {field.label}
        </Checkbox>
      {/each}
    </div>
  </details>
  <Views {list} {form} />
</div>
