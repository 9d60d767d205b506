<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { untrack } from "svelte";
  import RecordForm from "../accounts/RecordForm.svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { session } from "../session/session.svelte.ts";
  import MembershipForm from "./MembershipForm.svelte";
  import { MembershipsState } from "./memberships.svelte.ts";

  /** The tenants of an account, for whoever looks after it. */
  let { account, onchanged }: { account: string; onchanged: () => void } = $props();
  const memberships = untrack(() => new MembershipsState(account, onchanged));
  // From within a tenant nobody reaches into another.
  const everywhere = !session.form?.tenant;
  const mayChange = everywhere && session.may.has("memberships.write");
  const mayEdit =
    everywhere && session.may.has("accounts.write") && session.form?.fields.some((field) => field.withinTenant);
  void memberships.load();
</script>

<section class="mt-6" aria-label="Tenants">
  <div class="mb-2 flex items-center gap-3">
    <h2>Tenants</h2>
    {#if mayChange && !memberships.doing}
      <Button class="ml-auto" size="xs" color="alternative" onclick={() => memberships.begin({ what: "join" })}
        >Join a tenant</Button
      >
    {/if}
  </div>
  {#if memberships.failure}<div class="mb-3"><Notice kind="refused" text={memberships.failure} /></div>{/if}
  {#if memberships.notice}<div class="mb-3"><Notice kind="done" text={memberships.notice} /></div>{/if}
  {#if memberships.doing}<MembershipForm {memberships} doing={memberships.doing} />{/if}
  {#if memberships.values}
    {@const { tenant, record } = memberships.values}
    <section class="mb-4" aria-label={`Values in ${tenant.name}`}>
      <h3 class="mb-2 font-semibold">In {tenant.name}</h3>
      <RecordForm {record} onsubmit={() => memberships.save()} oncancel={() => (memberships.values = null)} />
    </section>
  {/if}
  {#if memberships.tenants?.length}
    <Scroller label="Table of tenants">
      <table class="ledger">
        <thead>
          <tr>
            <th scope="col" class="first">Tenant</th>
            <th scope="col">Roles there</th>
            {#if mayChange || mayEdit}<th scope="col"><span class="sr-only">Change</span></th>{/if}
          </tr>
        </thead>
        <tbody>
          {#each memberships.tenants as tenant (tenant.id)}
            <tr>
              <td class="first"><a class="link" href={`/tenants/${tenant.id}`}>{tenant.name}</a></td>
              <td>{tenant.roles?.join(", ") ?? ""}</td>
              {#if mayChange || mayEdit}
                <td class="text-right">
                  {#if mayEdit}
                    <button
                      type="button"
                      class="link mr-3"
                      aria-label={`Edit in ${tenant.name}`}
                      disabled={memberships.busy}
                      onclick={() => memberships.edit(tenant)}>Edit</button
                    >
                  {/if}
                  {#if mayChange}
                    <button
                      type="button"
                      class="link mr-3"
                      aria-label={`Move from ${tenant.name}`}
                      disabled={memberships.busy}
                      onclick={() => memberships.begin({ what: "move", from: tenant })}>Move</button
                    >
                    <button
                      type="button"
                      class="link"
                      aria-label={`Leave ${tenant.name}`}
                      disabled={memberships.busy}
                      onclick={() => memberships.begin({ what: "leave", from: tenant })}>Leave</button
                    >
                  {/if}
                </td>
              {/if}
            </tr>
          {/each}
        </tbody>
      </table>
    </Scroller>
  {:else if memberships.tenants}
    <p class="sheet quiet p-4">The account belongs to no tenant.</p>
  {/if}
</section>
