<script lang="ts">
  import { Badge } from "flowbite-svelte";
  import type { AccountRef, Value } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import { pictureAddress } from "../api/pictures.ts";
  import Moment from "../parts/Moment.svelte";

  /** One look for each type of field, the same in lists and records. */
  interface Props {
    field: Field;
    value: Value | undefined;
    /** Whose value it is. */
    ref: AccountRef;
    /** Among many others, as in a list. */
    small?: boolean;
  }
  let { field, value, ref, small = false }: Props = $props();

  const number = $derived(
    new Intl.NumberFormat(undefined, { minimumFractionDigits: field.scale, maximumFractionDigits: field.scale }),
  );
</script>

{#if value === undefined}
  <span class="quiet" title="no value">–</span>
{:else if Array.isArray(value) && field.many}
  <span class="flex flex-wrap gap-1">
    {#each value as item (item)}
      <Badge color="gray" class="font-normal dark:bg-gray-700 dark:text-gray-200">{item}</Badge>
    {/each}
  </span>
{:else if field.control === "picture"}
  <img
    class={["rounded-md object-cover", small ? "size-8" : "size-32", field.type === "qr" && "bg-white"]}
    src={pictureAddress(ref, field.path, String(value), small ? 96 : 384)}
    alt={field.type === "qr" ? String(value) : field.label}
    title={field.type === "qr" ? String(value) : undefined}
    loading="lazy"
  />
{:else if field.control === "json"}
  <code class="text-xs break-all">{JSON.stringify(value)}</code>
{:else if field.control === "account"}
  <a class="link" href={`/accounts/${String(value)}`}>{value}</a>
{:else if field.control === "checkbox"}
  {value ? "yes" : "no"}
{:else if field.control === "number"}
  {number.format(Number(value))}
{:else if field.control === "date"}
  <Moment at={`${value}T00:00:00`} />
{:else if field.control === "datetime-local"}
  <Moment at={String(value)} time />
{:else if field.control === "select"}
  <Badge color="gray" class="font-normal dark:bg-gray-700 dark:text-gray-200">{value}</Badge>
{:else if field.control === "url"}
  <a class="link" href={String(value)} rel="noreferrer noopener" target="_blank"
    >{String(value).replace(/^https?:\/\//, "")}</a
  >
{:else if field.control === "textarea"}
  <span class="whitespace-pre-line">{value}</span>
{:else}
  {value}
{/if}
