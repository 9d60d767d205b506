<script lang="ts">
  import { Label } from "flowbite-svelte";
  import { listTenants } from "../api/tenants.ts";
  import Lookup from "../parts/Lookup.svelte";

  /** Finds a tenant by how its name begins. Its value is what is typed; a suggestion is a subdomain. */
  interface Props {
    id: string;
    label: string;
    value: string;
    help: string;
    error?: string;
    onchange: (tenant: string) => void;
  }
  let { id, label, value, help, error, onchange }: Props = $props();

  async function find(name: string) {
    return (await listTenants({ name })).items.map((tenant) => ({ value: tenant.slug, label: tenant.name }));
  }
</script>

<div>
  <Label for={id} class="mb-1">{label}</Label>
  <Lookup {id} {value} {find} {onchange} aria-invalid={error ? true : undefined} aria-describedby="{id}-help" />
  <p id="{id}-help" class={["mt-1 text-xs", error ? "text-red-800 dark:text-red-300" : "quiet"]}>{error ?? help}</p>
</div>
