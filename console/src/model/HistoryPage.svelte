<script lang="ts">
  import { Badge, Button } from "flowbite-svelte";
  import { readHistory } from "../api/model.ts";
  import { messageOf } from "../api/request.ts";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Skeleton from "../parts/Skeleton.svelte";
  import Twin from "../parts/Twin.svelte";
  import Author from "../parts/Author.svelte";
  import { navigate } from "../routes.ts";
  import { session } from "../session/session.svelte.ts";
  import { takeUp } from "./draft.ts";
  import EffectWord from "./EffectWord.svelte";
  import ModelTabs from "./ModelTabs.svelte";

  const history = readHistory();

  /** Nothing is published yet: the file becomes the draft, with what publishing it would do. */
  async function goBackTo(revision: number) {
    await takeUp(revision);
    await navigate("/model");
  }
</script>

<svelte:head><title>History · Cuenta</title></svelte:head>

<ModelTabs />
{#await history}
  <div class="sheet"><Skeleton /></div>
{:then revisions}
  <ol class="flex max-w-4xl flex-col gap-3">
    {#each revisions as revision (revision.revision)}
      <li class="sheet p-4">
        <div class="flex flex-wrap items-center gap-3">
          <h2>Revision {revision.revision}</h2>
          <Badge
            color={revision.state === "live" ? "primary" : "gray"}
            class={revision.state === "live" ? "" : "dark:bg-gray-700 dark:text-gray-200"}>{revision.state}</Badge
          >
          <span class="quiet">
            {#if revision.publishedAt}<Moment at={revision.publishedAt} time />{:else}step {revision.step}{/if} by
            <Author author={revision.author} />
          </span>
          {#if revision.state === "past" && session.may.has("model.publish")}
            <Button size="xs" color="alternative" class="ml-auto" onclick={() => goBackTo(revision.revision)}
              >Go back to this one</Button
            >
          {/if}
        </div>
        {#if revision.message}<p class="mt-1">{revision.message}</p>{/if}
        <ul class="mt-2 flex flex-col gap-1">
          {#each revision.changes as change (change.name)}
            <li><EffectWord {change} /> {change.what} <span class="quiet">{change.consequence}</span></li>
          {/each}
        </ul>
      </li>
    {/each}
  </ol>
{:catch failure}
  <Notice kind="refused" text={messageOf(failure)} />
{/await}
<div class="mt-4"><Twin command="cuenta model history" /></div>
