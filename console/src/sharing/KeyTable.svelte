<script lang="ts">
  import { Button, Modal } from "flowbite-svelte";
  import type { Service, ServiceKey } from "../api/services.ts";
  import Author from "../parts/Author.svelte";
  import Moment from "../parts/Moment.svelte";
  import Scroller from "../parts/Scroller.svelte";
  import type { ServicesState } from "./services.svelte.ts";

  let { service, services, mayMake }: { service: Service; services: ServicesState; mayMake: boolean } = $props();
  let removing = $state.raw<ServiceKey | null>(null);

  async function remove(key: ServiceKey) {
    removing = null;
    await services.remove(service.name, key.id);
  }
</script>

{#if service.keys.length === 0}
  <p class="quiet">No key yet: this service cannot ask for anything.</p>
{:else}
  <Scroller label={`Keys of ${service.name}`}>
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" class="first">Key</th>
          <th scope="col">Made</th>
          <th scope="col">By</th>
          <th scope="col">Last used</th>
          <th scope="col">Good until</th>
          <th scope="col">Limited to</th>
          <th scope="col"><span class="sr-only">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        {#each service.keys as key (key.id)}
          <tr>
            <td class="first font-mono text-xs">{key.prefix}…</td>
            <td><Moment at={key.made} /></td>
            <td><Author author={key.madeBy} /></td>
            <td
              >{#if key.lastUsed}<Moment at={key.lastUsed} time />{:else}<span class="quiet">never</span>{/if}</td
            >
            <td
              >{#if key.expires}<Moment at={key.expires} />{:else}<span class="quiet">removed</span>{/if}</td
            >
            <td class="max-w-72 truncate font-mono text-xs"
              >{[...key.networks, ...key.tenants.map(({ name }) => name), ...key.scope].join(", ")}</td
            >
            <td class="text-right">
              {#if mayMake}
                <Button
                  size="xs"
                  color="alternative"
                  aria-label={`Remove the key ${key.prefix}`}
                  onclick={() => (removing = key)}>Remove</Button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </Scroller>
{/if}
<Modal
  bind:open={() => removing !== null, (open) => (removing = open ? removing : null)}
  title={`Remove this key of ${service.name}?`}
  size="sm"
>
  <p>The next request with <code class="font-mono">{removing?.prefix}…</code> is refused, on every instance.</p>
  {#snippet footer()}
    <Button color="alternative" data-autofocus onclick={() => (removing = null)}>Keep</Button>
    <Button color="red" onclick={() => removing && remove(removing)}>Remove</Button>
  {/snippet}
</Modal>
