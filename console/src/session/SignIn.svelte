<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import { messageOf, Refused } from "../api/request.ts";
  import Notice from "../parts/Notice.svelte";
  import Sheet from "../parts/Sheet.svelte";
  import { session } from "./session.svelte.ts";

  /** `again`: over a page on which somebody was at work when their session ended. */
  let { again = false }: { again?: boolean } = $props();
  let identifier = $state("");
  let password = $state("");
  let failure = $state("");
  let busy = $state(false);
  /** Whether the account asks for a code beside the password. */
  let asksForCode = $state(false);
  let code = $state("");

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    failure = "";
    try {
      await session.signIn(identifier, password, asksForCode ? code : undefined);
    } catch (refused) {
      const wantsCode = refused instanceof Refused && refused.secondFactor;
      failure = wantsCode && !asksForCode ? "" : messageOf(refused);
      asksForCode = wantsCode;
      code = "";
      if (!wantsCode) password = "";
    } finally {
      busy = false;
    }
  }
</script>

<Sheet title={again ? "Sign in again" : "Sign in to Cuenta"}>
  {#if again}<p>Your session has ended. Sign in to go on where you were; what you typed is still there.</p>{/if}
  <form onsubmit={submit} class="flex flex-col gap-4">
    <div>
      <Label for="identifier" class="mb-1">Email or sign-in name</Label>
      <Input
        id="identifier"
        bind:value={identifier}
        autocomplete="username"
        required
        {@attach (input: HTMLElement) => {
          if (again) input.focus();
        }}
      />
    </div>
    <div>
      <Label for="password" class="mb-1">Password</Label>
      <Input id="password" type="password" bind:value={password} autocomplete="current-password" required />
    </div>
    {#if asksForCode}
      <div>
        <Label for="code" class="mb-1">Code of your authenticator</Label>
        <Input
          id="code"
          bind:value={code}
          class="font-mono"
          autocomplete="one-time-code"
          required
          aria-describedby="code-help"
          {@attach (input: HTMLElement) => input.focus()}
        />
        <p id="code-help" class="quiet mt-1 text-xs">Lost it? One of your recovery codes does as well, once.</p>
      </div>
    {/if}
    {#if failure}<Notice kind="refused" text={failure} />{/if}
    <Button type="submit" disabled={busy}>{busy ? "Signing in…" : "Sign in"}</Button>
  </form>
  {#snippet below()}
    <p class="mt-4 text-sm"><a class="link" href="/reset">Forgot your password?</a></p>
    {#if !again}
      <p class="quiet mt-4 text-xs">
        No account yet? The first administrator is made in the terminal: cuenta first-administrator
      </p>
    {/if}
  {/snippet}
</Sheet>
