<script lang="ts">
  import { Button } from "flowbite-svelte";
  import type { Service } from "../api/services.ts";
  import Bead from "../parts/Bead.svelte";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";
  import KeyForm from "./KeyForm.svelte";
  import KeyTable from "./KeyTable.svelte";
  import type { ServicesState } from "./services.svelte.ts";

  let { service, services }: { service: Service; services: ServicesState } = $props();
  const mayMake = $derived(session.may.has("services.keys"));
  const contract = $derived([
    { word: "reads", fill: "hollow" as const, names: [...service.attributes, ...service.reads] },
    { word: "writes", fill: "filled" as const, names: service.writes },
    { word: "asks whether somebody may", fill: "none" as const, names: service.asks },
    {
      word: "holds accounts by",
      fill: "none" as const,
      names: Object.entries(service.dependents).map(([sort, onDelete]) => `${sort} (${onDelete})`),
    },
  ]);
</script>

<section class="sheet p-4" aria-label={service.name}>
  <div class="mb-3 flex flex-wrap items-center gap-3">
    <h2 class="font-mono">{service.name}</h2>
    {#if mayMake && services.making !== service.name}
      <Button
        class="ml-auto"
        size="sm"
        color="alternative"
        disabled={service.keys.length >= 2}
        title={service.keys.length >= 2 ? "It has two keys. Remove one first." : undefined}
        onclick={() => services.begin(service.name)}>Make a key</Button
      >
    {/if}
  </div>
  <dl class="mb-4 grid grid-cols-[minmax(8rem,14rem)_1fr] gap-x-4 gap-y-1.5">
    {#each contract.filter((part) => part.names.length) as part (part.word)}
      <dt class="quiet flex items-center gap-1.5">
        {#if part.fill !== "none"}<Bead fill={part.fill} label={part.word} />{/if}{part.word}
      </dt>
      <dd class="font-mono text-xs leading-5 break-words">{part.names.join(", ")}</dd>
    {/each}
  </dl>
  {#if service.vocabulary?.differences.length}
    <div class="mb-4">
      <Notice kind="decision" text="Its code differs from the live model, as it said when it last started:" />
      <ul class="mt-2 list-disc pl-8 text-sm">
        {#each service.vocabulary.differences as gap (gap.pointer + gap.detail)}<li>{gap.detail}</li>{/each}
      </ul>
    </div>
  {:else if service.vocabulary}
    <p class="quiet mb-4">
      Its code knew all names of the live model when it last started, <Moment at={service.vocabulary.sent} />.
    </p>
  {/if}
  {#if services.told?.service === service.name}
    <div class="mb-4">
      <Notice kind="once" text="This is the key. It is not shown again: put it where the service finds it." />
      <code class="mt-2 block font-mono text-xs break-all select-all">{services.told.token}</code>
    </div>
  {/if}
  {#if services.making === service.name}<KeyForm {services} />{/if}
  <KeyTable {service} {services} {mayMake} />
</section>
