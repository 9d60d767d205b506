<script lang="ts">
  import { Button } from "flowbite-svelte";
  import { Router } from "sv-router";
  import ConfirmPage from "./mail/ConfirmPage.svelte";
  import ResetPage from "./mail/ResetPage.svelte";
  import Frame from "./parts/Frame.svelte";
  import Notice from "./parts/Notice.svelte";
  import Skeleton from "./parts/Skeleton.svelte";
  import { session } from "./session/session.svelte.ts";
  import SignIn from "./session/SignIn.svelte";

  /** Where links in mails lead: whoever has one need not be signed in. */
  const fromMail = location.pathname === "/confirm" || location.pathname === "/reset";
  if (!fromMail) void session.restore();
</script>

{#if location.pathname === "/confirm"}
  <ConfirmPage />
{:else if location.pathname === "/reset"}
  <ResetPage />
{:else if session.state === "starting"}
  <Skeleton />
{:else if session.state === "failed"}
  <main class="mx-auto flex max-w-xl flex-col items-start gap-4 p-6">
    <Notice kind="refused" text={session.failure} />
    <Button onclick={() => session.retry()}>Try again</Button>
  </main>
{:else if session.state === "guest"}
  <SignIn />
{:else}
  <div inert={session.expired}><Frame><Router /></Frame></div>
  {#if session.expired}
    <div
      class="fixed inset-0 z-50 overflow-y-auto bg-gray-50/95 dark:bg-gray-900/95"
      role="dialog"
      aria-modal="true"
      aria-label="Sign in again"
    >
      <SignIn again />
    </div>
  {/if}
{/if}
