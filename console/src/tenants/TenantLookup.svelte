<script lang="ts">
  import { Input, Label } from "flowbite-svelte";
  import { listTenants, type Tenant } from "../api/tenants.ts";

  /** Finds a tenant by how its name begins: there may be too many for a menu. Its value is what is typed; a suggestion is a subdomain. */
  interface Props {
    id: string;
    label: string;
    value: string;
    help: string;
    error?: string;
    onchange: (tenant: string) => void;
  }
  let { id, label, value, help, error, onchange }: Props = $props();
  let found = $state.raw<Tenant[]>([]);
  let asked = "";

  async function look(event: Event) {
    const text = (event.currentTarget as HTMLInputElement).value;
    onchange(text);
    await suggest(text);
  }

  async function suggest(text: string) {
    const name = text.trim();
    if (found.some(({ slug }) => slug === name)) return;
    asked = name;
    // Suggestions help; a name can be typed without them.
    const page = await listTenants(name).catch(() => ({ items: [] }));
    if (asked === name) found = page.items;
  }
</script>

<div>
  <Label for={id} class="mb-1">{label}</Label>
  <Input
    {id}
    list="{id}-found"
    autocomplete="off"
    aria-invalid={error ? true : undefined}
    aria-describedby="{id}-help"
    {value}
    oninput={look}
    onfocus={() => suggest(value)}
  />
  <datalist id="{id}-found">
    {#each found as tenant (tenant.id)}<option value={tenant.slug}>{tenant.name}</option>{/each}
  </datalist>
  <p id="{id}-help" class={["mt-1 text-xs", error ? "text-red-800 dark:text-red-300" : "quiet"]}>{error ?? help}</p>
</div>
