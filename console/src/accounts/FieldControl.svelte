<script lang="ts">
  import { Checkbox, Input, Label, Select, Textarea } from "flowbite-svelte";
  import { listAccounts } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import Lookup from "../parts/Lookup.svelte";
  import { session } from "../session/session.svelte.ts";
  import { INPUT_TYPE } from "./controls.ts";
  import { searchFilter } from "./fields.ts";

  interface Props {
    field: Field;
    value: string | boolean;
    error?: string;
  }
  let { field, value = $bindable(), error }: Props = $props();

  const id = $derived(`field-${field.path}`);
  const SUGGESTED = 10;
  /** Whoever may not read others' accounts types the id. */
  const finds = session.may.has("accounts.read");

  async function find(text: string) {
    const filter = text && finds && session.form ? searchFilter(session.form, text) : "";
    if (!filter) return [];
    const { items } = await listAccounts({ filter, limit: SUGGESTED });
    return items.map((account) => ({ value: account.id, label: account.displayName }));
  }

  const help = $derived(
    [
      field.description,
      field.control === "list" ? "One in each line." : "",
      field.control === "account" && finds ? "An account's id: type a name or an address to find it." : "",
      field.sensitivity === "secret" ? "Secret: not shown here. Left empty, it stays as it is." : "",
    ]
      .filter(Boolean)
      .join(" "),
  );
  const describedBy = $derived(error || help ? `${id}-help` : undefined);
  const shared = $derived({ id, "aria-invalid": error ? true : undefined, "aria-describedby": describedBy } as const);
  const step = $derived(field.scale ? 1 / 10 ** field.scale : 1);
</script>

<div>
  {#if field.control === "checkbox"}
    <Checkbox {...shared} bind:checked={value as boolean}>{field.label}</Checkbox>
  {:else}
    <Label for={id} class="mb-1">
      {field.label}{#if field.required}<span class="quiet ml-1.5 font-normal">required</span>{/if}
    </Label>
    {#if ["textarea", "list", "json"].includes(field.control)}
      <Textarea
        {...shared}
        bind:value={value as string}
        rows={4}
        class={["w-full dark:border-gray-600 dark:bg-gray-700", field.control === "json" && "font-mono text-xs"]}
      />
    {:else if field.control === "select"}
      <Select
        {...shared}
        bind:value={value as string}
        placeholder={field.required ? "Choose" : "None"}
        items={[
          ...(field.required ? [] : [{ value: "", name: "None" }]),
          ...field.options.map((option) => ({ value: option, name: option })),
        ]}
      />
    {:else if field.control === "account"}
      <Lookup {...shared} value={value as string} {find} onchange={(text) => (value = text)} />
    {:else}
      <Input
        {...shared}
        type={INPUT_TYPE[field.control] ?? "text"}
        step={field.control === "number" ? step : undefined}
        bind:value={value as string}
      />
    {/if}
  {/if}
  {#if error || help}
    <p id={`${id}-help`} class={["mt-1 text-xs", error ? "text-red-800 dark:text-red-300" : "quiet"]}>
      {error || help}
    </p>
  {/if}
</div>
