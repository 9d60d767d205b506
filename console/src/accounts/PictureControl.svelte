<script lang="ts">
  import { untrack } from "svelte";
  import { Button } from "flowbite-svelte";
  import type { AccountRef } from "../api/accounts.ts";
  import type { Field } from "../api/model.ts";
  import { earlierAddress, pictureAddress } from "../api/pictures.ts";
  import { PictureState } from "./picture.svelte.ts";

  interface Props {
    field: Field;
    ref: AccountRef;
    onchanged: () => void;
  }
  let { field, ref, onchanged }: Props = $props();

  const pictures = untrack(() => new PictureState(ref, field.path, onchanged));
  void pictures.load();
  let input = $state<HTMLInputElement>();
</script>

<div class="flex flex-col gap-2">
  <div class="flex flex-wrap items-end gap-3">
    {#if pictures.current}
      <img
        class="size-32 rounded-lg object-cover"
        src={pictureAddress(ref, field.path, pictures.current.id, 384)}
        alt={field.label}
      />
    {:else}
      <span class="quiet grid size-32 place-items-center rounded-lg border border-dashed text-xs">no picture</span>
    {/if}
    <div class="flex flex-col items-start gap-1.5">
      <input
        bind:this={input}
        id={`picture-${field.path}`}
        type="file"
        class="sr-only"
        accept="image/jpeg,image/png,image/gif"
        aria-label={`Upload ${field.label}`}
        onchange={() => pictures.upload(input?.files?.[0])}
      />
      <Button size="xs" color="alternative" disabled={pictures.busy} onclick={() => input?.click()}>Upload</Button>
      {#if pictures.current}
        <Button size="xs" color="alternative" disabled={pictures.busy} onclick={() => pictures.remove()}>Remove</Button>
      {/if}
    </div>
  </div>
  {#if pictures.earlier.length}
    <div class="flex flex-wrap items-center gap-1.5">
      <span class="quiet text-xs">Bring back</span>
      {#each pictures.earlier as picture (picture.id)}
        <button
          type="button"
          class="cursor-pointer rounded-md hover:opacity-80"
          title={`Bring back the picture of ${new Date(picture.created).toLocaleString()}`}
          disabled={pictures.busy}
          onclick={() => pictures.bringBack(picture.id)}
        >
          <img
            class="size-10 rounded-md object-cover"
            src={earlierAddress(ref, field.path, picture.id)}
            alt="earlier"
          />
        </button>
      {/each}
    </div>
  {/if}
  {#if pictures.failure}<p role="alert" class="text-xs text-red-800 dark:text-red-300">{pictures.failure}</p>{/if}
</div>
