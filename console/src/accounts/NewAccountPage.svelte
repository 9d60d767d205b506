<script lang="ts">
  import { Label, Select } from "flowbite-svelte";
  import { navigate } from "../routes.ts";
  import { session } from "../session/session.svelte.ts";
  import AccountForm from "./AccountForm.svelte";
  import { NewAccountState } from "./new.svelte.ts";

  const form = session.form!;
  const fresh = new NewAccountState(form);

  async function create() {
    const account = await fresh.create();
    if (account) await navigate("/accounts/:id", { params: { id: account.id } });
  }
</script>

<svelte:head><title>New account · Cuenta</title></svelte:head>

<p class="mb-2"><a class="link" href="/accounts">All accounts</a></p>
<h1 class="mb-4">New account</h1>
<div class="mb-6 max-w-xs">
  <Label for="kind" class="mb-1">Kind</Label>
  <Select
    id="kind"
    bind:value={fresh.kind}
    items={form.kinds.map((kind) => ({ value: kind.name, name: kind.label }))}
    placeholder=""
  />
</div>
<AccountForm
  groups={fresh.groups}
  bind:draft={fresh.draft}
  errors={fresh.errors}
  busy={fresh.busy}
  submitLabel="Create"
  onsubmit={create}
  oncancel={() => navigate("/accounts")}
/>
