<script lang="ts">
  import type { AccountRef } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import Bead from "../parts/Bead.svelte";
  import Notice from "../parts/Notice.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import { valueOf } from "./fields.ts";
  import FieldValue from "./FieldValue.svelte";
  import type { SeenAsState } from "./seenas.svelte.ts";

  interface Props {
    seen: SeenAsState;
    ref: AccountRef;
    groups: { title: string; fields: Field[] }[];
  }
  let { seen, ref, groups }: Props = $props();
</script>

{#if seen.failure}<div class="mb-4"><Notice kind="refused" text={seen.failure} /></div>{/if}
{#if seen.account}
  {@const account = seen.account}
  <div class="mb-4">
    <Notice kind="done" text={`This is the record exactly as ${seen.party} gets it. That you looked is recorded.`} />
  </div>
  <div class="gap-4 lg:columns-2">
    {#each groups as group (group.title)}
      <section class="sheet mb-4 break-inside-avoid p-4">
        <h2 class="mb-3">{group.title}</h2>
        <dl class="grid grid-cols-[minmax(6.5rem,2fr)_3fr] gap-x-4 gap-y-2">
          {#each group.fields as field (field.path)}
            {@const value = valueOf(account, field)}
            {@const gets = seen.reads(field.path)}
            <dt class={["flex items-start gap-1.5", !gets && "quiet"]}>
              <Bead fill={gets ? "hollow" : "none"} label={gets ? "gets it" : "does not get it"} />
              {field.label}
            </dt>
            <dd class="min-w-0 break-words">
              {#if account.withheld.includes(field.path)}
                <span class="quiet">Gets it; you may not read it yourself.</span>
              {:else if value === undefined}
                <span class="quiet text-xs">{seen.reads(field.path) ? "no value" : seen.why(field.path)}</span>
              {:else}
                <FieldValue {field} {value} {ref} />
              {/if}
            </dd>
          {/each}
        </dl>
      </section>
    {/each}
  </div>
{:else if !seen.failure}
  <div class="sheet"><Skeleton rows={8} /></div>
{/if}
