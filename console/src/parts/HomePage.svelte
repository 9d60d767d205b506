<script lang="ts">
  import AccountList from "../accounts/AccountList.svelte";
  import OwnPage from "../accounts/OwnPage.svelte";
  import { session } from "../session/session.svelte.ts";
</script>

{#if session.may.has("accounts.read")}<AccountList />{:else}<OwnPage />{/if}
