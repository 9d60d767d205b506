<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import { progressOf } from "./progress.ts";
  import type { ModelState } from "./model.svelte.ts";

  let { model }: { model: ModelState } = $props();
  const steps = ["expand", "fill", "prove", "swap", "drain", "contract", "done"];
  const at = $derived(steps.indexOf(model.publishing?.step ?? ""));
  const rows = $derived(model.publishing ? progressOf(model.publishing) : "");
  const paused = $derived(model.publishing?.control === "pause");
  const beforeSwap = $derived(at < steps.indexOf("swap"));
  const outcome = $derived(
    model.publishing?.state === "cancelled" ? "was cancelled; nothing of it is left" : "is live",
  );
</script>

<section class="sheet flex flex-col gap-3 p-4" aria-label="Publish">
  {#if model.publishing}
    <h2>Revision {model.publishing.revision}</h2>
    <ol class="flex flex-wrap gap-x-3 gap-y-1" aria-live="polite">
      {#each steps as step, index (step)}
        <li aria-current={index === at ? "step" : undefined} class={index === at ? "font-semibold" : "quiet"}>
          {index < at || at === steps.length - 1 ? "●" : "○"}
          {step}
        </li>
      {/each}
    </ol>
    {#if rows}
      <progress class="w-full" max={model.publishing.rowsTotal} value={model.publishing.rowsDone} aria-label={rows}
      ></progress>
      <p>{rows}</p>
    {/if}
    {#if model.busy}
      <div class="flex gap-2">
        <Button size="xs" color="alternative" onclick={() => model.control(paused ? "run" : "pause")}
          >{paused ? "Go on" : "Pause"}</Button
        >
        {#if beforeSwap}<Button size="xs" color="alternative" onclick={() => model.control("cancel")}>Cancel</Button
          >{/if}
      </div>
    {/if}
    {#if model.publishing.failure}<Notice kind="decision" text={model.publishing.failure} />{/if}
    {#if !model.busy}<Notice kind="done" text={`Revision ${model.publishing.revision} ${outcome}.`} />{/if}
  {/if}
  {#if !model.busy && model.changes.length}
    <div>
      <Label for="message" class="mb-1">What it is for</Label>
      <Input id="message" bind:value={model.message} placeholder="Kept in the history" />
    </div>
    <Button disabled={model.blocked} onclick={() => model.publish()}
      >Publish {model.changes.length === 1 ? "1 change" : `${model.changes.length} changes`}</Button
    >
    {#if model.blocked}<p class="quiet">Answer or allow what is marked above first.</p>{/if}
  {/if}
</section>
