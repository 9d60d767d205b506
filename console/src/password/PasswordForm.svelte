<script lang="ts">
  import { tick, untrack } from "svelte";
  import { Button, Input, Label } from "flowbite-svelte";
  import Notice from "../parts/Notice.svelte";
  import { PasswordState } from "./password.svelte.ts";
  import Strength from "./Strength.svelte";
  import { StrengthState } from "./strength.svelte.ts";

  /** What the account signs in with: no part of a good password. */
  let { identifiers }: { identifiers: string[] } = $props();
  const state = new PasswordState();
  const strength = new StrengthState(untrack(() => identifiers));

  function typed(name: "current" | "password", value: string) {
    if (name === "current") {
      state.current = value;
    } else {
      state.next = value;
      strength.typed(value);
    }
  }

  async function submit(event: SubmitEvent & { currentTarget: HTMLFormElement }) {
    event.preventDefault();
    const form = event.currentTarget;
    await state.submit();
    await tick();
    form.querySelector<HTMLElement>("[aria-invalid=true], [role=alert]")?.focus();
  }
</script>

{#snippet secret(name: string, label: string, autocomplete: "current-password" | "new-password", hint: string)}
  <div>
    <Label for={`password-${name}`} class="mb-1">{label}</Label>
    <Input
      id={`password-${name}`}
      type="password"
      {autocomplete}
      required
      aria-invalid={state.errors[name] ? true : undefined}
      aria-describedby={`password-${name}-help`}
      bind:value={
        () => (name === "current" ? state.current : state.next), (value) => typed(name as "current" | "password", value)
      }
    />
    <p
      id={`password-${name}-help`}
      class={["mt-1 text-xs", state.errors[name] ? "text-red-800 dark:text-red-300" : "quiet"]}
    >
      {state.errors[name] ?? hint}
    </p>
    {#if name === "password"}<Strength {strength} />{/if}
  </div>
{/snippet}

<section class="mt-6 max-w-3xl">
  {#if state.notice}<div class="mb-4"><Notice kind="done" text={state.notice} /></div>{/if}
  {#if state.open}
    <form novalidate onsubmit={submit}>
      <fieldset class="sheet p-4">
        <legend class="px-1 text-base font-semibold">Password</legend>
        {#if state.errors[""]}<div class="mb-4"><Notice kind="refused" text={state.errors[""]} /></div>{/if}
        <div class="grid gap-4 sm:grid-cols-2">
          {@render secret("current", "Current password", "current-password", "")}
          {@render secret(
            "password",
            "New password",
            "new-password",
            "A few unrelated words are long and easy to keep in mind.",
          )}
        </div>
        <p class="quiet mt-4 text-xs">Your other sessions end: anyone else signed in as you has to sign in again.</p>
      </fieldset>
      <div class="mt-4 flex gap-3">
        <Button type="submit" disabled={state.busy}>{state.busy ? "Changing…" : "Change password"}</Button>
        <Button type="button" color="alternative" onclick={() => state.close()}>Cancel</Button>
      </div>
    </form>
  {:else}
    <Button size="sm" color="alternative" onclick={() => ((state.notice = ""), (state.open = true))}
      >Change password</Button
    >
  {/if}
</section>
