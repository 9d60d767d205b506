<script lang="ts">
  import Notice from "../parts/Notice.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import ServiceSheet from "./ServiceSheet.svelte";
  import { ServicesState } from "./services.svelte.ts";

  const services = new ServicesState();
  void services.load();
</script>

<svelte:head><title>Services · Cuenta</title></svelte:head>

<h1 class="mb-1">Services</h1>
<p class="quiet mb-4 max-w-3xl">
  The team's own programs that share these accounts. Each sees and changes exactly what its contract in the model file
  says, and comes with a key.
</p>
{#if services.failure}<div class="mb-4"><Notice kind="refused" text={services.failure} /></div>{/if}
{#if services.services === null}
  {#if !services.failure}<div class="sheet"><Skeleton rows={6} /></div>{/if}
{:else if services.services.length === 0}
  <p class="sheet quiet p-6">
    The model declares no services. A service and its contract stand in the section <code class="font-mono"
      >services</code
    > of the model file; after publishing it, keys are made here.
  </p>
{:else}
  <div class="flex flex-col gap-4">
    {#each services.services as service (service.name)}<ServiceSheet {service} {services} />{/each}
  </div>
{/if}
<div class="mt-4"><Twin command={`cuenta services keys add ${services.services?.[0]?.name ?? "NAME"}`} /></div>
