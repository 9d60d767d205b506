<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import { askForReset, choosePassword } from "../api/mail.ts";
  import { errorsByName, errorsOf } from "../api/request.ts";
  import Notice from "../parts/Notice.svelte";
  import Sheet from "../parts/Sheet.svelte";
  import Strength from "../password/Strength.svelte";
  import { StrengthState } from "../password/strength.svelte.ts";

  // After the #, which browsers send to nobody; gone from the address bar as soon as it is read.
  const token = location.hash.slice(1);
  history.replaceState(null, "", location.pathname);

  let identifier = $state("");
  const strength = new StrengthState([]);
  let password = $state("");
  let errors = $state.raw<Record<string, string>>({});
  let done = $state(false);
  let busy = $state(false);

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    busy = true;
    errors = {};
    try {
      await (token ? choosePassword(token, password) : askForReset(identifier));
      done = true;
    } catch (refused) {
      errors = errorsOf(refused, (violations) =>
        errorsByName(violations, (pointer) => (pointer === "/password" ? "password" : "")),
      );
    } finally {
      busy = false;
    }
  }
</script>

<Sheet title={token ? "Choose another password" : "Forgot your password?"}>
  {#if done}
    <Notice
      kind="done"
      text={token
        ? "Your password is changed, and every session has ended. Sign in with the new one."
        : "If there is such an account, a link is on its way to its address. It is good for an hour."}
    />
    <a class="link" href="/">Sign in</a>
  {:else}
    <form onsubmit={submit} class="flex flex-col gap-4">
      {#if token}
        <div>
          <Label for="password" class="mb-1">New password</Label>
          <Input
            id="password"
            type="password"
            bind:value={() => password, (value) => ((password = value), strength.typed(value))}
            autocomplete="new-password"
            required
            aria-invalid={errors.password ? true : undefined}
            aria-describedby={errors.password ? "password-help" : undefined}
          />
          <Strength {strength} />
          {#if errors.password}
            <p id="password-help" class="mt-1 text-xs text-red-800 dark:text-red-300">{errors.password}</p>
          {/if}
        </div>
      {:else}
        <div>
          <Label for="identifier" class="mb-1">Email or sign-in name</Label>
          <Input id="identifier" bind:value={identifier} autocomplete="username" required />
        </div>
      {/if}
      {#if errors[""]}<Notice kind="refused" text={errors[""]} />{/if}
      <Button type="submit" disabled={busy}>{token ? "Change password" : "Send a link"}</Button>
    </form>
    <a class="link" href="/">Back to sign-in</a>
  {/if}
</Sheet>
