<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import FieldControl from "../accounts/FieldControl.svelte";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";
  import { LIMITS, type Limit, type TenantState } from "./tenants.svelte.ts";

  const LABELS: Record<Limit, string> = {
    members: "Members at most",
    invitations: "Open invitations at most",
    requests: "Requests a minute at most",
  };

  let { state }: { state: TenantState } = $props();

  const mayChange = session.may.has("tenants.write");

  async function save(event: SubmitEvent) {
    event.preventDefault();
    await state.save();
  }
</script>

{#snippet field(name: string, label: string, help: string, text: { bind: () => string; set: (text: string) => void })}
  {@const id = `tenant-${name.replace("/", "-")}`}
  <div>
    <Label for={id} class="mb-1">{label}</Label>
    <Input
      {id}
      class={name === "slug" || name === "domains" ? "font-mono" : ""}
      aria-invalid={state.errors[name] ? true : undefined}
      aria-describedby="{id}-help"
      bind:value={text.bind, text.set}
    />
    <p id="{id}-help" class="mt-1 text-xs {state.errors[name] ? 'text-red-800 dark:text-red-300' : 'quiet'}">
      {state.errors[name] ?? help}
    </p>
  </div>
{/snippet}

<form novalidate onsubmit={save} class="sheet my-4 flex flex-col gap-3 p-4" aria-label="Edit the tenant">
  {#if state.errors[""]}<Notice kind="refused" text={state.errors[""]} />{/if}
  <div class="grid gap-4 sm:grid-cols-2">
    {#if mayChange}
      {@render field("name", "Name", "", { bind: () => state.name, set: (text) => (state.name = text) })}
    {/if}
    {#each state.fillable as each (each.path)}
      <FieldControl field={each} bind:value={state.draft[each.path]!} error={state.errors[each.path]} />
    {/each}
    {#if mayChange && !session.form?.tenant}
      {@render field("slug", "Subdomain", "", { bind: () => state.slug, set: (text) => (state.slug = text) })}
      {@render field(
        "domains",
        "Mail domains",
        "Whoever confirms an address of one of these joins, unless they left before: name only domains whose addresses the tenant gives out.",
        {
          bind: () => state.domains,
          set: (text) => (state.domains = text),
        },
      )}
      {#each LIMITS as limit (limit)}
        {@render field(`limits/${limit}`, LABELS[limit], "Empty for what the model says for all tenants.", {
          bind: () => state.most[limit],
          set: (text) => (state.most[limit] = text),
        })}
      {/each}
    {/if}
  </div>
  <div class="flex gap-3">
    <Button type="submit" size="sm" disabled={state.busy}>Save</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (state.editing = false)}>Cancel</Button>
  </div>
</form>
