<script lang="ts">
  import { Button, Modal } from "flowbite-svelte";
  import { navigate } from "../routes.ts";
  import type { RecordState } from "./record.svelte.ts";

  let { record, name }: { record: RecordState; name: string } = $props();
  let asking = $state(false);

  async function remove() {
    const removed = await record.remove();
    asking = false;
    if (removed) await navigate("/accounts");
  }
</script>

<Button size="sm" color="alternative" onclick={() => (asking = true)}>Remove</Button>
<Modal bind:open={asking} title={`Remove ${name}?`} size="sm">
  <p>The account goes for good, with its profiles, sessions, roles and memberships. This cannot be undone.</p>
  {#snippet footer()}
    <Button color="alternative" data-autofocus onclick={() => (asking = false)}>Keep</Button>
    <Button color="red" onclick={remove}>Remove {name}</Button>
  {/snippet}
</Modal>
