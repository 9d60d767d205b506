<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import Conditions from "../accounts/Conditions.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import { argument } from "../parts/shell.ts";
  import Twin from "../parts/Twin.svelte";
  import { navigate } from "../routes.ts";
  import { session } from "../session/session.svelte.ts";
  import { TenantsState } from "./tenants.svelte.ts";

  const tenants = new TenantsState();
  const fields = session.form?.tenantFields ?? [];
  const mayAdd = session.may.has("tenants.write");
  void tenants.load();

  let timer: ReturnType<typeof setTimeout>;
  function search() {
    clearTimeout(timer);
    timer = setTimeout(() => tenants.load(), 250);
  }

  function turn() {
    tenants.archived = !tenants.archived;
    void tenants.load();
  }

  async function add(event: SubmitEvent) {
    event.preventDefault();
    const id = await tenants.add();
    if (id) void navigate("/tenants/:id", { params: { id } });
  }
</script>

<svelte:head><title>Tenants · Cuenta</title></svelte:head>

<div class="mb-4 flex flex-wrap items-center gap-4">
  <h1>Tenants</h1>
  <div>
    <Label for="name" class="sr-only">Name begins with</Label>
    <Input id="name" placeholder="Name begins with" bind:value={tenants.name} oninput={search} />
  </div>
  <button type="button" class="link" onclick={turn}
    >{tenants.archived ? "Show current tenants" : "Show archived tenants"}</button
  >
  {#if mayAdd && !tenants.adding}
    <Button class="ml-auto" size="sm" onclick={() => (tenants.adding = true)}>Add a tenant</Button>
  {/if}
</div>
{#if fields.length}
  <Conditions
    expression={tenants.filter}
    {fields}
    look={(filter) => {
      tenants.filter = filter;
      void tenants.load();
    }}
  />
{/if}
{#if tenants.failure}<div class="mb-3"><Notice kind="refused" text={tenants.failure} /></div>{/if}
{#if tenants.adding}
  <form novalidate onsubmit={add} class="sheet mb-4 flex flex-wrap items-end gap-3 p-4" aria-label="Add a tenant">
    <div class="min-w-64 grow">
      <Label for="new-name" class="mb-1">What it is called</Label>
      <Input id="new-name" bind:value={tenants.newName} />
    </div>
    <Button type="submit" size="sm" disabled={tenants.busy}>Add</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (tenants.adding = false)}>Cancel</Button>
  </form>
{/if}
{#if tenants.tenants === null}
  {#if !tenants.failure}<div class="sheet"><Skeleton rows={6} /></div>{/if}
{:else if tenants.tenants.length === 0}
  <p class="sheet quiet p-6">
    {#if tenants.filter}No tenant meets the conditions.{:else if tenants.name}No tenant is called so.{:else if tenants.archived}No
      tenant is archived.{:else}There are no tenants that you belong to.{/if}
  </p>
{:else}
  <Scroller label="Table of tenants" busy={tenants.busy}>
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">Name</th>
          <th scope="col">Subdomain</th>
          <th scope="col">Besides</th>
        </tr>
      </thead>
      <tbody>
        {#each tenants.tenants as tenant (tenant.id)}
          <tr class={{ quiet: tenant.suspended }}>
            <td class="first"><a class="link" href={`/tenants/${tenant.id}`}>{tenant.name}</a></td>
            <td class="font-mono text-xs">{tenant.slug}</td>
            <td>
              {[
                tenant.suspended && (tenant.archived ? "archived" : "suspended"),
                tenant.secondFactor && "demands a second factor",
              ]
                .filter(Boolean)
                .join(", ")}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
  {#if tenants.next !== undefined}
    <Button class="mt-3" size="sm" color="alternative" disabled={tenants.busy} onclick={() => tenants.more()}
      >More</Button
    >
  {/if}
{/if}
<div class="mt-4">
  <Twin
    command={[
      "cuenta tenants list",
      tenants.name.trim() && `--name ${argument(tenants.name.trim())}`,
      tenants.filter && `--filter ${argument(tenants.filter)}`,
      tenants.archived && "--archived",
    ]
      .filter(Boolean)
      .join(" ")}
  />
</div>
