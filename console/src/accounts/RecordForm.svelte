<script lang="ts">
  import AccountForm from "./AccountForm.svelte";
  import type { RecordState } from "./record.svelte.ts";

  /** The form of a record that is being edited. */
  let { record, onsubmit, oncancel }: { record: RecordState; onsubmit: () => Promise<void>; oncancel: () => void } =
    $props();
</script>

<AccountForm
  groups={record.editable}
  bind:draft={record.draft}
  errors={record.errors}
  busy={record.busy}
  submitLabel="Save"
  asksForPassword={record.asksForPassword}
  bind:password={record.password}
  {onsubmit}
  {oncancel}
/>
