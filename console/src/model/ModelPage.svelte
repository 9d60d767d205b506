<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { tick } from "svelte";
  import Notice from "../parts/Notice.svelte";
  import SideBySide from "./SideBySide.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import ChangeList from "./ChangeList.svelte";
  import Editor from "./Editor.svelte";
  import FindingList from "./FindingList.svelte";
  import { ModelState } from "./model.svelte.ts";
  import ModelTabs from "./ModelTabs.svelte";
  import PublishPanel from "./PublishPanel.svelte";

  const model = new ModelState();
  void model.load();
  let sideBySide = $state(false);
  let editor = $state<ReturnType<typeof Editor>>();

  async function goTo(line: number) {
    sideBySide = false;
    await tick();
    editor?.goTo(line);
  }
</script>

<svelte:head><title>Account model · Cuenta</title></svelte:head>

<ModelTabs />
{#if model.failure}<div class="mb-3"><Notice kind="refused" text={model.failure} /></div>{/if}
{#if model.loaded || !model.failure}
  <div class="grid gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
    <section class="sheet h-[28rem] overflow-hidden lg:h-[calc(100dvh-13rem)]" aria-label="File">
      {#if model.loaded && sideBySide}
        <SideBySide before={model.live.source} after={model.text} />
      {:else if model.loaded}
        <Editor
          bind:this={editor}
          text={model.text}
          findings={model.diff?.findings ?? []}
          onchange={(text) => model.edit(text)}
        />
      {:else}
        <Skeleton rows={14} />
      {/if}
    </section>
    <div class="flex flex-col gap-4">
      <div class="flex items-center gap-3">
        <span class="quiet"
          >{model.changed
            ? `Differs from revision ${model.live.revision}`
            : `Revision ${model.live.revision}, live`}</span
        >
        {#if model.changed}
          <Button size="xs" color="alternative" class="ml-auto" onclick={() => (sideBySide = !sideBySide)}
            >{sideBySide ? "Edit" : "Side by side"}</Button
          >
        {/if}
        {#if model.changed && !model.busy}
          <Button size="xs" color="alternative" onclick={() => model.discard()}
            >Back to revision {model.live.revision}</Button
          >
        {/if}
      </div>
      <FindingList findings={model.diff?.findings ?? []} checking={model.checking} onchoose={(line) => goTo(line)} />
      {#if model.diff?.changes}<ChangeList changes={model.changes} bind:allowed={model.allowed} />{/if}
      {#if model.changes.length || model.publishing}<PublishPanel {model} />{/if}
      <Twin command="cuenta model publish account-model.yaml" />
    </div>
  </div>
{/if}
