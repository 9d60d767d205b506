<script lang="ts">
  import { Button } from "flowbite-svelte";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import ArchiveTable from "./ArchiveTable.svelte";
  import PreviewPanel from "./PreviewPanel.svelte";
  import { ACTIONS, inWords, RetentionState, spanInWords } from "./retention.svelte.ts";
  import RunTable from "./RunTable.svelte";

  const retention = new RetentionState();
  void retention.load();
</script>

<svelte:head><title>Retention · Cuenta</title></svelte:head>

<h1 class="mb-4">Retention</h1>
{#if retention.failure}<div class="mb-3"><Notice kind="refused" text={retention.failure} /></div>{/if}
{#if retention.running}
  <div class="mb-4">
    {#if retention.running.state === "done"}
      <Notice kind="done" text={`${retention.running.rule} took: ${inWords(retention.running.taken)}.`} />
    {:else}
      <Notice
        kind="decision"
        text={`${retention.running.rule} has taken ${retention.running.taken.accounts ?? 0} of ${retention.running.matched} accounts so far.`}
      />
    {/if}
  </div>
{/if}

<div class="flex flex-col gap-6">
  <section aria-label="Rules" class="flex flex-col gap-3">
    {#if retention.rules === null}
      <div class="sheet"><Skeleton rows={3} /></div>
    {:else if retention.rules.length === 0}
      <p class="sheet quiet p-6">
        The model has no retention rules: no account ever goes by itself. Rules stand in the section <code
          class="font-mono">retention</code
        > of the model file.
      </p>
    {/if}
    {#each retention.rules ?? [] as rule (rule.name)}
      <div class="sheet flex flex-wrap items-center gap-x-6 gap-y-2 p-4">
        <div class="min-w-0">
          <h2>{rule.label} <span class="quiet font-mono font-normal">{rule.name}</span></h2>
          <p>
            {ACTIONS[rule.do].word}s accounts {spanInWords(rule.after)} after
            <span class="font-mono">{rule.since}</span>
            {#if rule.where}where <code class="font-mono break-words">{rule.where}</code>{/if}
          </p>
          <p class="quiet">
            Unless more is allowed, one run takes {rule.atMost.share} of all accounts at most, and no more than {rule.atMost.count.toLocaleString()}
          </p>
          {#if rule.next}
            <p class="quiet">
              Runs by itself (<code class="font-mono">{rule.at}</code>, {rule.timeZone}), next on <Moment
                at={rule.next}
                time
              />
            </p>
          {/if}
        </div>
        <Button size="sm" class="ml-auto" disabled={retention.busy} onclick={() => retention.look(rule.name)}
          >Preview</Button
        >
      </div>
    {/each}
  </section>
  {#if retention.preview}<PreviewPanel {retention} preview={retention.preview} />{/if}
  <section aria-label="Past runs">
    <h2 class="mb-2">Past runs</h2>
    <RunTable {retention} />
  </section>
  {#if retention.restored}
    <Notice
      kind="done"
      text={`The account is back.${retention.restored.left.length ? ` The live model has no place for: ${retention.restored.left.join(", ")}.` : ""}${retention.restored.lost.length ? ` Not back: ${retention.restored.lost.join(", ")}.` : ""}`}
    />
  {/if}
  {#if retention.archive.length}
    <section aria-label="Archive">
      <h2 class="mb-2">Archive</h2>
      <ArchiveTable {retention} />
    </section>
  {/if}
  <Twin
    command={`cuenta retention preview --rule ${retention.preview?.rule ?? retention.rules?.[0]?.name ?? "NAME"}`}
  />
</div>
