<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import { messageOf } from "../api/request.ts";
  import Notice from "../parts/Notice.svelte";
  import Sheet from "../parts/Sheet.svelte";
  import { session } from "./session.svelte.ts";

  let identifier = $state("");
  let password = $state("");
  let failure = $state("");
  let busy = $state(false);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    failure = "";
    try {
      await session.signIn(identifier, password);
    } catch (refused) {
      failure = messageOf(refused);
      password = "";
    } finally {
      busy = false;
    }
  }
</script>

<Sheet title="Sign in to Cuenta">
  <form onsubmit={submit} class="flex flex-col gap-4">
    <div>
      <Label for="identifier" class="mb-1">Email or sign-in name</Label>
      <Input id="identifier" bind:value={identifier} autocomplete="username" required />
    </div>
    <div>
      <Label for="password" class="mb-1">Password</Label>
      <Input id="password" type="password" bind:value={password} autocomplete="current-password" required />
    </div>
    {#if failure}<Notice kind="refused" text={failure} />{/if}
    <Button type="submit" disabled={busy}>{busy ? "Signing in…" : "Sign in"}</Button>
  </form>
  {#snippet below()}
    <p class="mt-4 text-sm"><a class="link" href="/reset">Forgot your password?</a></p>
    <p class="quiet mt-4 text-xs">
      No account yet? The first administrator is made in the terminal: cuenta first-administrator
    </p>
  {/snippet}
</Sheet>
