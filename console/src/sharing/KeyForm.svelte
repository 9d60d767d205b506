<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import { session } from "../session/session.svelte.ts";
  import type { KeyInput, ServicesState } from "./services.svelte.ts";

  let { services }: { services: ServicesState } = $props();

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await services.make();
  }
</script>

{#snippet input(
  name: KeyInput,
  label: string,
  help: string,
  more: { placeholder?: string; inputmode?: "numeric" } = {},
)}
  <div>
    <Label for={name} class="mb-1">{label}</Label>
    <Input
      id={name}
      class={name === "days" ? "" : "font-mono"}
      {...more}
      aria-invalid={services.errors[name] ? true : undefined}
      aria-describedby="{name}-help"
      bind:value={services[name]}
    />
    <p id="{name}-help" class={["mt-1 text-xs", services.errors[name] ? "text-red-800 dark:text-red-300" : "quiet"]}>
      {services.errors[name] ?? help}
    </p>
  </div>
{/snippet}

<form novalidate onsubmit={submit} class="mb-4 flex flex-col gap-3">
  {#if services.errors[""]}<Notice kind="refused" text={services.errors[""]} />{/if}
  <div class="grid gap-4 sm:grid-cols-[minmax(0,20rem)_minmax(0,20rem)_8rem]">
    {@render input("networks", "Only from these networks", "Several by comma; left empty, from anywhere.", {
      placeholder: "10.20.0.0/16",
    })}
    {#if session.form?.tenants}
      {@render input("tenants", "Only in these tenants", "Subdomains, several by comma; left empty, in all.", {
        placeholder: "isla-verde",
      })}
    {/if}
    {@render input("days", "Good for days", "Empty: until removed.", { inputmode: "numeric" })}
  </div>
  <div class="flex gap-3">
    <Button type="submit" size="sm" disabled={services.busy}>Make the key</Button>
    <Button type="button" size="sm" color="alternative" onclick={() => (services.making = "")}>Cancel</Button>
  </div>
</form>
