<script lang="ts">
  import { Button, Input } from "flowbite-svelte";
  import { untrack } from "svelte";
  import type { Form } from "../api/model.ts";
  import type { AccountListState } from "./list.svelte.ts";
  import { removeView, savedViews, saveView } from "./views.ts";

  let { list, form }: { list: AccountListState; form: Form } = $props();
  let views = $state.raw(untrack(() => savedViews(form.name)));
  let name = $state("");

  function save(event: SubmitEvent) {
    event.preventDefault();
    if (!name.trim()) return;
    views = saveView(form.name, name, list.address);
    name = "";
  }
</script>

<details class="relative">
  <summary class="sheet cursor-pointer px-3 py-2.5 select-none">Views</summary>
  <div class="sheet absolute right-0 z-30 mt-1 flex max-h-96 w-72 flex-col gap-2 overflow-y-auto p-3 shadow-lg">
    {#each views as view (view.name)}
      <div class="flex items-center gap-2">
        <button type="button" class="link min-w-0 truncate text-left" onclick={() => list.show(view.address)}
          >{view.name}</button
        >
        <button
          type="button"
          class="link ml-auto"
          aria-label={`Remove the view ${view.name}`}
          onclick={() => (views = removeView(form.name, view.name))}>Remove</button
        >
      </div>
    {:else}
      <p class="quiet">A view keeps search, filter, order and columns by a name, in this browser.</p>
    {/each}
    <form class="flex gap-2" onsubmit={save}>
      <Input size="sm" aria-label="Name of the view" placeholder="Name of what is shown now" bind:value={name} />
      <Button type="submit" size="xs">Save</Button>
    </form>
  </div>
</details>
