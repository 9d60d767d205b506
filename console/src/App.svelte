<script lang="ts">
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
  <main class="mx-auto max-w-xl p-6"><Notice kind="refused" text={session.failure} /></main>
{:else if session.state === "guest"}
  <SignIn />
{:else}
  <Frame><Router /></Frame>
{/if}
