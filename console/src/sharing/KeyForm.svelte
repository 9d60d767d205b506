<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import type { ServicesState } from "./services.svelte.ts";

  let { services }: { services: ServicesState } = $props();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await services.make();
  }
</script>

<form novalidate onsubmit={submit} class="mb-4 flex flex-col gap-3">
  {#if services.errors[""]}<Notice kind="refused" text={services.errors[""]} />{/if}
  <div class="grid gap-4 sm:grid-cols-[minmax(0,24rem)_8rem]">
    <div>
      <Label for="networks" class="mb-1">Only from these networks</Label>
      <Input
        id="networks"
        class="font-mono"
        placeholder="10.20.0.0/16"
        aria-invalid={services.errors.networks ? true : undefined}
        aria-describedby="networks-help"
        bind:value={services.networks}
      />
      <p
        id="networks-help"
        class={["mt-1 text-xs", services.errors.networks ? "text-red-800 dark:text-red-300" : "quiet"]}
      >
        {services.errors.networks ?? "Several by comma; left empty, from anywhere."}
      </p>
    </div>
    <div>
      <Label for="days" class="mb-1">Good for days</Label>
      <Input
        id="days"
        inputmode="numeric"
        aria-invalid={services.errors.days ? true : undefined}
        aria-describedby="days-help"
        bind:value={services.days}
      />
      <p id="days-help" class={["mt-1 text-xs", services.errors.days ? "text-red-800 dark:text-red-300" : "quiet"]}>
        {services.errors.days ?? "Empty: until removed."}
      </p>
    </div>
  </div>
  <div class="flex gap-3">
    <Button type="submit" size="sm" disabled={services.busy}>Make the key</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (services.making = "")}>Cancel</Button>
  </div>
</form>
