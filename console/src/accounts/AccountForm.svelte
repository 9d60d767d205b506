<script lang="ts">
  import { tick } from "svelte";
  import { Button, Input, Label } from "flowbite-svelte";
  import type { Field } from "../api/model.ts";
  import Notice from "../parts/Notice.svelte";
  import FieldControl from "./FieldControl.svelte";
  import type { Draft } from "./fields.ts";

  interface Props {
    groups: { title: string; fields: Field[] }[];
    draft: Draft;
    errors: Record<string, string>;
    busy: boolean;
    submitLabel: string;
    /** Whether the change takes the present password of whoever makes it. */
    asksForPassword?: boolean;
    password?: string;
    onsubmit: () => Promise<void>;
    oncancel: () => void;
  }
  let {
    groups,
    draft = $bindable(),
    errors,
    busy,
    submitLabel,
    asksForPassword = false,
    password = $bindable(""),
    onsubmit,
    oncancel,
  }: Props = $props();

  /** Whoever was refused finds the first field that is to be mended under the cursor. */
  async function submit(event: SubmitEvent & { currentTarget: HTMLFormElement }) {
    event.preventDefault();
    const form = event.currentTarget;
    await onsubmit();
    await tick();
    form.querySelector<HTMLElement>("[aria-invalid=true], [role=alert]")?.focus();
  }
</script>

<form class="flex max-w-3xl flex-col gap-6" novalidate onsubmit={submit}>
  {#if errors[""]}<Notice kind="refused" text={errors[""]} />{/if}
  {#each groups as group (group.title)}
    <fieldset class="sheet p-4">
      <legend class="px-1 text-base font-semibold">{group.title}</legend>
      <div class="grid gap-4 sm:grid-cols-2">
        {#each group.fields as field (field.path)}
          <div class={field.control === "textarea" ? "sm:col-span-2" : ""}>
            <FieldControl
              {field}
              bind:value={() => draft[field.path] ?? "", (value) => (draft[field.path] = value)}
              error={errors[field.path]}
            />
          </div>
        {/each}
      </div>
    </fieldset>
  {/each}
  {#if asksForPassword}
    <fieldset class="sheet p-4">
      <legend class="px-1 text-base font-semibold">Is it you?</legend>
      <Label for="current-password" class="mb-1">Current password</Label>
      <Input
        id="current-password"
        class="max-w-sm"
        type="password"
        autocomplete="current-password"
        aria-invalid={errors.currentPassword ? true : undefined}
        aria-describedby="current-password-help"
        bind:value={password}
        {@attach (input: HTMLElement) => input.focus()}
      />
      <p
        id="current-password-help"
        class={["mt-1 text-xs", errors.currentPassword ? "text-red-800 dark:text-red-300" : "quiet"]}
      >
        {errors.currentPassword ?? "You change what you sign in with, or an address of yours."}
      </p>
    </fieldset>
  {/if}
  <div class="flex gap-3">
    <Button type="submit" disabled={busy}>{busy ? "Saving…" : submitLabel}</Button>
    <Button type="button" color="alternative" onclick={oncancel}>Cancel</Button>
  </div>
</form>
