<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import type { Doing, MembershipsState } from "./memberships.svelte.ts";
  import TenantLookup from "./TenantLookup.svelte";

  let { memberships, doing }: { memberships: MembershipsState; doing: Doing } = $props();

  const title = $derived(
    doing.what === "join"
      ? "Join a tenant"
      : doing.what === "move"
        ? `Move from ${doing.from.name}`
        : `Leave ${doing.from.name}`,
  );
  const submitLabel = $derived(
    doing.what === "join" ? "Join" : doing.what === "leave" ? "Leave" : memberships.preview ? "Move" : "Preview",
  );
  const effects = $derived(
    memberships.preview
      ? ([
          ["Gains", memberships.preview.gains],
          ["Keeps", memberships.preview.keeps],
          ["Loses", [...memberships.preview.loses, ...memberships.preview.values]],
        ] as const)
      : [],
  );

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await memberships.submit();
  }
</script>

<form novalidate onsubmit={submit} class="sheet mb-4 flex flex-col gap-3 p-4" aria-label={title}>
  <h3 class="font-semibold">{title}</h3>
  {#if memberships.errors[""] ?? memberships.errors.from}
    <Notice kind="refused" text={memberships.errors[""] ?? memberships.errors.from ?? ""} />
  {/if}
  {#if doing.what === "leave"}
    <Notice kind="decision" text={`The roles and the values that the account has in ${doing.from.name} go with it.`} />
  {:else}
    <div class="max-w-sm">
      <TenantLookup
        id="joined-tenant"
        label={doing.what === "move" ? "To" : "Tenant"}
        value={memberships.to}
        help="By how its name begins, or its subdomain."
        error={memberships.errors.to}
        onchange={(tenant) => memberships.name(tenant)}
      />
    </div>
  {/if}
  {#if memberships.preview}
    <dl class="grid grid-cols-[5rem_1fr] gap-x-4 gap-y-1" role="status" aria-label="What the move does">
      {#each effects as [effect, what] (effect)}
        <dt class="quiet">{effect}</dt>
        <dd>{what.length ? what.join(", ") : "nothing"}</dd>
      {/each}
    </dl>
  {/if}
  <div class="flex gap-3">
    <Button type="submit" size="sm" color={doing.what === "leave" ? "red" : "primary"} disabled={memberships.busy}
      >{submitLabel}</Button
    >
    <Button type="button" size="sm" color="alternative" onclick={() => (memberships.doing = null)}>Cancel</Button>
  </div>
</form>
