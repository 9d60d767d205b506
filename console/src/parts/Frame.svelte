<script lang="ts">
  import type { Snippet } from "svelte";
  import { route } from "../routes.ts";
  import Places from "../session/Places.svelte";
  import { session } from "../session/session.svelte.ts";
  import Mark from "./Mark.svelte";
  import Notice from "./Notice.svelte";
  import { toggleTheme } from "./theme.ts";

  let { children }: { children: Snippet } = $props();

  /** Places hang on the wire like beads; the one where you are is filled. */
  const places = $derived(
    [
      { path: "/accounts", label: "Accounts", permission: "accounts.read" },
      // Whoever works for a tenant finds it there; all of them are for whoever may read them all.
      { path: "/tenants", label: "Tenants", permission: session.places.length ? "accounts.read" : "tenants.read" },
      { path: "/roles", label: "Roles", permission: "accounts.read" },
      { path: "/model", label: "Model", permission: "model.read" },
      { path: "/retention", label: "Retention", permission: "retention.read" },
      { path: "/services", label: "Services", permission: "services.read" },
      { path: "/activity", label: "Activity", permission: "activity.read" },
    ].filter((place) => session.may.has(place.permission) && (place.path !== "/tenants" || session.form?.tenants)),
  );
  const unsaid = $derived(session.form?.hasToSayAll && !session.form.allTenants && !session.form.tenant);
  const at = $derived(route.pathname === "/" ? places[0]?.path : route.pathname);
  const here = (path: string) => at === path || at?.startsWith(path + "/");
</script>

<a href="#content" class="sr-only focus:not-sr-only focus:absolute focus:p-2">Skip to the content</a>
<header class="border-b bg-white dark:bg-gray-800">
  <div class="mx-auto flex max-w-screen-2xl flex-wrap items-center gap-x-6 px-4">
    <a href="/" class="flex items-center gap-2 py-3 text-base font-semibold"><Mark /> Cuenta</a>
    <nav aria-label="Pages" class="wire relative order-last flex w-full justify-between sm:order-none sm:w-auto">
      {#each places as place (place.path)}
        <a
          href={place.path}
          aria-current={here(place.path) ? "page" : undefined}
          class="bead relative flex items-center gap-2 px-1.5 py-3 sm:px-3"
        >
          {place.label}
        </a>
      {/each}
    </nav>
    <div class="ml-auto flex items-center gap-4 py-2">
      <span class="quiet hidden md:inline">
        {session.form?.name} · revision {session.form?.revision}
      </span>
      <Places />
      <a href="/me" class="max-w-40 truncate" title="Your own account">{session.account?.displayName}</a>
      <button type="button" class="link" onclick={toggleTheme} title="Switch between light and dark">Light/dark</button>
      <button type="button" class="link" onclick={() => session.signOut()}>Sign out</button>
    </div>
  </div>
</header>
<main id="content" class="mx-auto max-w-screen-2xl px-4 py-5" tabindex="-1">
  {#if unsaid}
    <div class="mb-4">
      <Notice kind="decision" text="Your roles count where you say so: choose a tenant, or all of them, at the top." />
    </div>
  {/if}
  {@render children()}
</main>

<style>
  .wire::before {
    content: "";
    position: absolute;
    inset: auto 0 0.3rem 0;
    height: 1px;
    background: var(--color-gray-400);
  }
  .bead::after {
    content: "";
    position: absolute;
    left: 50%;
    bottom: 0.3rem;
    width: 0.6rem;
    height: 0.6rem;
    border: 1.5px solid var(--color-primary-600);
    border-radius: 50%;
    background: var(--color-gray-50);
    transform: translate(-50%, 50%);
  }
  .bead[aria-current]::after {
    background: var(--color-primary-600);
  }
  .bead[aria-current] {
    font-weight: 650;
  }
  :global(.dark) .bead::after {
    border-color: var(--color-primary-300);
    background: var(--color-gray-800);
  }
  :global(.dark) .bead[aria-current]::after {
    background: var(--color-primary-300);
  }
</style>
