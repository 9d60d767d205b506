<script lang="ts">
  import { route } from "../routes.ts";

  const tabs = [
    { path: "/model", label: "File" },
    { path: "/model/history", label: "History" },
    { path: "/model/matrix", label: "Access" },
    { path: "/model/tables", label: "Tables" },
  ];
</script>

<div class="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-2">
  <h1>Account model</h1>
  <nav aria-label="Account model" class="flex gap-4">
    {#each tabs as tab (tab.path)}
      {@const here = route.pathname === tab.path}
      <a
        href={tab.path}
        aria-current={here ? "page" : undefined}
        class={[
          "border-b-2 pb-0.5",
          here ? "border-primary-700! font-semibold dark:border-primary-300!" : "border-transparent!",
        ]}>{tab.label}</a
      >
    {/each}
  </nav>
</div>
