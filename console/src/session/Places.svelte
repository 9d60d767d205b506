<script lang="ts">
  import { session } from "./session.svelte.ts";
  import { ALL } from "./working.ts";

  const here = $derived(session.form?.allTenants ? ALL.id : (session.form?.tenant ?? ""));
  const places = $derived([
    ...(session.form?.hasToSayAll ? [ALL] : []),
    ...(session.working && ![ALL, ...session.places].some(({ id }) => id === session.working?.id)
      ? [session.working]
      : []),
    ...session.places,
  ]);

  function go(event: Event) {
    const { value } = event.currentTarget as HTMLSelectElement;
    void session.work(places.find(({ id }) => id === value));
  }
</script>

{#if session.switches && places.length}
  <label for="place" class="sr-only">Tenant in which you work</label>
  <select
    id="place"
    class="max-w-44 rounded border-gray-300 bg-transparent py-1 pr-8 pl-2 text-sm"
    value={here}
    onchange={go}
  >
    <option value="">Outside of tenants</option>
    {#each places as place (place.id)}<option value={place.id}>{place.name}</option>{/each}
  </select>
{/if}
