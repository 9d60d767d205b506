<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { untrack } from "svelte";
  import Notice from "../parts/Notice.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import { session } from "../session/session.svelte.ts";
  import MembershipForm from "./MembershipForm.svelte";
  import { MembershipsState } from "./memberships.svelte.ts";

  /** The tenants of an account, for whoever looks after it. */
  let { account, onchanged }: { account: string; onchanged: () => void } = $props();
  const memberships = untrack(() => new MembershipsState(account, onchanged));
  // From within a tenant nobody reaches into another.
  const mayChange = session.may.has("memberships.write") && !session.form?.tenant;
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
  {#if memberships.tenants?.length}
    <Scroller label="Table of tenants">
      <table class="ledger">
        <thead>
          <tr>
            <th scope="col" class="first">Tenant</th>
            <th scope="col">Roles there</th>
            {#if mayChange}<th scope="col"><span class="sr-only">Change</span></th>{/if}
          </tr>
        </thead>
        <tbody>
          {#each memberships.tenants as tenant (tenant.id)}
            <tr>
              <td class="first"><a class="link" href={`/tenants/${tenant.id}`}>{tenant.name}</a></td>
              <td>{tenant.roles?.join(", ") ?? ""}</td>
              {#if mayChange}
                <td class="text-right">
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
