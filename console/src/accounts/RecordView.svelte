<script lang="ts">
  import type { Account, AccountRef } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import Confirmation from "../mail/Confirmation.svelte";
  import Bead from "../parts/Bead.svelte";
  import { valueOf } from "./fields.ts";
  import FieldValue from "./FieldValue.svelte";
  import PictureControl from "./PictureControl.svelte";
  import type { RecordState } from "./record.svelte.ts";

  interface Props {
    account: Account;
    ref: AccountRef;
    groups: { title: string; fields: Field[] }[];
    /** Whether the reader may upload the field's picture. */
    uploads: (field: Field) => boolean;
    record: RecordState;
    onchanged: () => void;
  }
  let { account, ref, groups, uploads, record, onchanged }: Props = $props();
  const sheets = $derived([...groups.map((group) => ({ ...group, values: account })), ...record.tenantGroups]);
</script>

<div class="gap-4 lg:columns-2">
  {#each sheets as group (group.title)}
    <section class="sheet mb-4 break-inside-avoid p-4">
      <h2 class="mb-3">{group.title}</h2>
      <dl class="grid grid-cols-[minmax(6.5rem,2fr)_3fr] gap-x-4 gap-y-2">
        {#each group.fields as field (field.path)}
          <dt class="quiet flex items-start gap-1.5">
            {field.label}
            {#if field.sensitivity !== "open"}
              <Bead fill={field.sensitivity === "secret" ? "filled" : "half"} label={field.sensitivity} />
            {/if}
          </dt>
          <dd class="min-w-0 break-words">
            {#if uploads(field)}
              <PictureControl {field} {ref} {onchanged} />
            {:else if record.isSealed(field)}
              <button type="button" class="link" aria-label={`Show ${field.label}`} onclick={() => record.open(field)}
                >Show</button
              >
            {:else}
              <FieldValue
                {field}
                value={field.sensitivity === "secret"
                  ? (record.opened[field.path] ?? undefined)
                  : valueOf(group.values, field)}
                {ref}
              />
              {#if field.confirm && valueOf(group.values, field) !== undefined}
                <Confirmation
                  field={field.path}
                  at={account.meta.confirmed?.[field.path]}
                  own={ref === "own"}
                  byCode={field.type === "phone"}
                  onconfirmed={onchanged}
                />
              {/if}
            {/if}
          </dd>
        {/each}
      </dl>
    </section>
  {/each}
</div>
