<script lang="ts">
  import { Button, Input, Label } from "flowbite-svelte";
  import Moment from "../parts/Moment.svelte";
  import Notice from "../parts/Notice.svelte";
  import Enrolment from "./Enrolment.svelte";
  import RecoveryCodes from "./RecoveryCodes.svelte";
  import { SecondFactorState } from "./secondfactor.svelte.ts";

  const factor = new SecondFactorState();
  void factor.load();

  const asks = {
    password: { label: "Your password", button: "Go on", mono: false },
    code: { label: "The code that it shows", button: "Add it", mono: true },
    renewing: { label: "Current code, or a recovery code", button: "Create new recovery codes", mono: true },
    removing: { label: "Current code, or a recovery code", button: "Remove it", mono: true },
  };

  async function submit(event: SubmitEvent) {
    event.preventDefault();
    await factor.submit();
  }
</script>

<section class="sheet mt-6 max-w-3xl p-4" aria-label="Second factor">
  <h2 class="mb-2">Second factor</h2>
  {#if factor.notice}<div class="mb-3"><Notice kind="done" text={factor.notice} /></div>{/if}
  {#if factor.failure}<div class="mb-3"><Notice kind="refused" text={factor.failure} /></div>{/if}
  {#if factor.recoveryCodes.length}<RecoveryCodes codes={factor.recoveryCodes} />{/if}
  {#if factor.step === "idle"}
    {#if factor.state?.active}
      <p class="mb-3">
        A code of your authenticator is asked for since <Moment at={factor.state.since!} time />. {factor.state
          .recoveryCodesLeft} recovery codes are left.
      </p>
      <div class="flex flex-wrap gap-3">
        <Button size="sm" color="alternative" onclick={() => factor.go("renewing")}>New recovery codes</Button>
        <Button size="sm" color="alternative" onclick={() => factor.go("removing")}>Remove it</Button>
      </div>
    {:else if factor.state}
      <p class="mb-3">
        With one, somebody who learns your password still cannot sign in as you: a code from your authenticator is
        required beside it.
      </p>
      <Button size="sm" onclick={() => factor.go("password")}>Add a second factor</Button>
    {/if}
  {:else}
    {@const ask = asks[factor.step]}
    {#if factor.begun}<Enrolment begun={factor.begun} />{/if}
    <form onsubmit={submit} class="flex flex-wrap items-end gap-3">
      <div class="w-72">
        <Label for="second-factor-typed" class="mb-1">{ask.label}</Label>
        <Input
          id="second-factor-typed"
          type={ask.mono ? "text" : "password"}
          autocomplete={ask.mono ? "one-time-code" : "current-password"}
          class={ask.mono ? "font-mono" : ""}
          required
          bind:value={factor.typed}
        />
      </div>
      <Button type="submit" disabled={factor.busy}>{ask.button}</Button>
      <Button type="button" color="alternative" onclick={() => factor.go("idle")}>Cancel</Button>
    </form>
  {/if}
</section>
