<script lang="ts">
  import { Button, Input, Select } from "flowbite-svelte";
  import type { Field } from "../api/model.ts";
  import { conditionOf, conditionsOf, filterOf, OPERATORS } from "./conditions.ts";

  interface Props {
    /** The filter that is looked through. */
    expression: string;
    /** Those that somebody may choose from, as far as anything can be asked about them. */
    fields: Field[];
    look: (expression: string) => void;
  }
  let { expression, fields: all, look }: Props = $props();
  let adding = $state(false);
  let path = $state("");
  let operator = $state("eq");
  let value = $state("");

  const conditions = $derived(conditionsOf(expression));
  const fields = $derived(all.filter((field) => field.reads && field.comparisons.length));
  const field = $derived(fields.find((each) => each.path === path));
  const operators = $derived([...(field?.comparisons ?? []), "pr"]);
  const values = $derived(field?.each === "checkbox" ? ["true", "false"] : (field?.options ?? []));

  function add(event: SubmitEvent) {
    event.preventDefault();
    if (!field || (operator !== "pr" && !value.trim())) return;
    look(filterOf([...conditions, conditionOf(field, operator, value)]));
    value = "";
    adding = false;
  }

  /** Not every field has every operator, and none the other's values. */
  function chosen() {
    if (!operators.includes(operator)) operator = operators[0]!;
    value = "";
  }
</script>

<div class="mb-3 flex flex-wrap items-center gap-2">
  {#each conditions as condition, at (at + condition)}
    <span class="sheet flex items-center gap-2 px-2 py-1 font-mono text-xs">
      {condition}
      <button
        type="button"
        class="link"
        aria-label={`Remove the condition ${condition}`}
        onclick={() => look(filterOf(conditions.filter((_, index) => index !== at)))}>×</button
      >
    </span>
  {/each}
  {#if adding}
    <form class="flex flex-wrap items-center gap-2" onsubmit={add} aria-label="Add a condition">
      <Select
        size="sm"
        class="w-48"
        aria-label="Field"
        placeholder="Field"
        items={fields.map(({ path, label }) => ({ value: path, name: label }))}
        bind:value={path}
        onchange={chosen}
      />
      <Select
        size="sm"
        class="w-36"
        aria-label="Operator"
        placeholder=""
        items={operators.map((each) => ({ value: each, name: OPERATORS[each] ?? each }))}
        bind:value={operator}
      />
      {#if operator !== "pr"}
        {#if values.length}
          <Select
            size="sm"
            class="w-40"
            aria-label="Value"
            placeholder="Value"
            items={values.map((each) => ({ value: each, name: each }))}
            bind:value
          />
        {:else}
          <Input size="sm" class="w-48" aria-label="Value" placeholder="Value" bind:value />
        {/if}
      {/if}
      <Button type="submit" size="xs">Add</Button>
      <Button type="button" size="xs" color="alternative" onclick={() => (adding = false)}>Cancel</Button>
    </form>
  {:else}
    <button type="button" class="link text-xs" onclick={() => (adding = true)}>Add a condition</button>
  {/if}
</div>
