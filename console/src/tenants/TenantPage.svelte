<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import { untrack } from "svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import { argument } from "../parts/shell.ts";
  import Twin from "../parts/Twin.svelte";
  import { route } from "../routes.ts";
  import { session } from "../session/session.svelte.ts";
  import InvitationTable from "./InvitationTable.svelte";
  import InviteForm from "./InviteForm.svelte";
  import RemovePanel from "./RemovePanel.svelte";
  import { LIMITS, TenantState, type Limit } from "./tenants.svelte.ts";

  const LABELS: Record<Limit, string> = {
    members: "Members at most",
    invitations: "Open invitations at most",
    requests: "Requests a minute at most",
  };

  const state = untrack(() => new TenantState(route.getParams("/tenants/:id").id));
  const mayChange = session.may.has("tenants.write");
  const mayInvite = session.may.has("memberships.invite");
  void state.load(mayInvite, session.may.has("accounts.read"));

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

<svelte:head><title>{state.tenant?.name ?? "Tenant"} · Cuenta</title></svelte:head>

{#if state.failure}<div class="mb-3"><Notice kind="refused" text={state.failure} /></div>{/if}
{#if state.tenant === null}
  {#if !state.failure}<div class="sheet"><Skeleton rows={4} /></div>{/if}
{:else}
  {@const tenant = state.tenant}
  {@const effective = tenant.effectiveLimits}
  {@const limits = [
    effective.members && `${effective.members} members`,
    effective.invitations && `${effective.invitations} open invitations`,
    effective.requests && `${effective.requests} requests a minute`,
  ].filter(Boolean)}
  <div class="mb-4 flex flex-wrap items-center gap-3">
    <h1>{tenant.name}</h1>
    <span class="quiet font-mono text-xs">{tenant.slug}</span>
    {#if session.switches && !tenant.suspended && session.form?.tenant !== tenant.id}
      <button type="button" class="link" onclick={() => session.work(tenant)}>Work here</button>
    {/if}
    {#if mayChange && !state.editing}
      <div class="ml-auto flex flex-wrap gap-3">
        <Button size="sm" color="alternative" onclick={() => state.edit()}>Edit</Button>
        <Button
          size="sm"
          color="alternative"
          disabled={state.busy}
          onclick={() => state.set({ secondFactor: !tenant.secondFactor })}
          >{tenant.secondFactor ? "Demand no second factor" : "Demand a second factor"}</Button
        >
        {#if !session.form?.tenant}
          <Button
            size="sm"
            color="alternative"
            disabled={state.busy}
            onclick={() => state.set({ suspended: !tenant.suspended })}
            >{tenant.suspended ? "Resume" : "Suspend"}</Button
          >
          {#if tenant.suspended}
            <Button size="sm" color="alternative" disabled={state.busy} onclick={() => state.askRemoval()}
              >Remove</Button
            >
          {/if}
        {/if}
      </div>
    {/if}
  </div>
  {#if tenant.suspended}
    <Notice kind="decision" text="It is suspended: memberships and roles here do not count until it goes on." />
  {/if}
  {#if tenant.secondFactor}
    <p class="quiet mt-2">Memberships and roles here count only with a second factor.</p>
  {/if}
  {#if tenant.domains.length}
    <p class="quiet mt-2">Whoever confirms an address of {tenant.domains.join(" or ")} joins.</p>
  {/if}
  {#if limits.length}<p class="quiet mt-2">It may have {limits.join(", ")}.</p>{/if}
  <RemovePanel {state} />
  {#if state.editing}
    <form novalidate onsubmit={save} class="sheet my-4 flex flex-col gap-3 p-4" aria-label="Edit the tenant">
      {#if state.errors[""]}<Notice kind="refused" text={state.errors[""]} />{/if}
      <div class="grid gap-4 sm:grid-cols-2">
        {@render field("name", "Name", "", { bind: () => state.name, set: (text) => (state.name = text) })}
        {#if !session.form?.tenant}
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
  {/if}
  {#if state.members}
    <section class="mt-6" aria-label="Members">
      <h2 class="mb-2">Members</h2>
      {#if state.members.length}
        <Scroller label="Table of members">
          <table class="ledger">
            <thead>
              <tr>
                <th scope="col" class="first">Name</th>
                <th scope="col">Roles</th>
              </tr>
            </thead>
            <tbody>
              {#each state.members as member (member.id)}
                <tr>
                  <td class="first"><a class="link" href={`/accounts/${member.id}`}>{member.displayName}</a></td>
                  <td>{member.roles.join(", ")}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </Scroller>
        {#if state.moreMembers}<p class="quiet mt-2">Those who came last. Work here to see all.</p>{/if}
      {:else}
        <p class="sheet quiet p-4">Nobody belongs to it yet.</p>
      {/if}
    </section>
  {/if}
  {#if mayInvite}
    <section class="mt-6" aria-label="Invitations">
      <div class="mb-2 flex items-center gap-3">
        <h2>Open invitations</h2>
        {#if !state.inviting && !tenant.suspended}
          <Button class="ml-auto" size="xs" color="alternative" onclick={() => state.beginInviting()}
            >Invite somebody</Button
          >
        {/if}
      </div>
      {#if state.told}
        <div class="mb-4">
          <Notice kind="once" text="This is the invitation. It is not shown again: give it to the person." />
          <code class="mt-2 block font-mono text-xs break-all select-all">{state.told}</code>
        </div>
      {/if}
      {#if state.inviting}<InviteForm {state} />{/if}
      {#if state.invitations?.length}
        <InvitationTable {state} />
      {:else if state.invitations}
        <p class="sheet quiet p-4">No invitation is open.</p>
      {/if}
    </section>
  {/if}
  <div class="mt-4"><Twin command={`cuenta tenants invite ${argument(tenant.name)} --address ADDRESS --mail`} /></div>
{/if}
