<script lang="ts">
  import { Router } from "sv-router";
  import Frame from "./parts/Frame.svelte";
  import Notice from "./parts/Notice.svelte";
  import Skeleton from "./parts/Skeleton.svelte";
  import { session } from "./session/session.svelte.ts";
  import SignIn from "./session/SignIn.svelte";

  void session.restore();
</script>

{#if session.state === "starting"}
  <Skeleton />
{:else if session.state === "failed"}
  <main class="mx-auto max-w-xl p-6"><Notice kind="refused" text={session.failure} /></main>
{:else if session.state === "guest"}
  <SignIn />
{:else}
  <Frame><Router /></Frame>
{/if}
