<script lang="ts" module>
  /** What an input stands for, and what it is called. */
  export interface Found {
    value: string;
    label: string;
  }
</script>

<script lang="ts">
  import { Input } from "flowbite-svelte";

  /** An input that suggests what fits what is typed: there may be too many for a menu. Whatever is typed counts. */
  interface Props {
    id: string;
    value: string;
    find: (text: string) => Promise<Found[]>;
    onchange: (text: string) => void;
    "aria-invalid"?: true;
    "aria-describedby"?: string;
  }
  let { id, value, find, onchange, ...described }: Props = $props();
  let found = $state.raw<Found[]>([]);
  let asked = "";
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** Looks once the typing has paused. */
  function look(event: Event) {
    const text = (event.currentTarget as HTMLInputElement).value;
    onchange(text);
    clearTimeout(timer);
    timer = setTimeout(() => suggest(text.trim()), 250);
  }

  async function suggest(text: string) {
    if (found.some((one) => one.value === text)) return;
    asked = text;
    // Without suggestions, too, it can be typed.
    const answer = await find(text).catch(() => []);
    if (asked === text) found = answer;
  }
</script>

<Input
  {id}
  {...described}
  list="{id}-found"
  autocomplete="off"
  {value}
  oninput={look}
  onfocus={() => suggest(value.trim())}
/>
<datalist id="{id}-found">
  {#each found as one (one.value)}<option value={one.value}>{one.label}</option>{/each}
</datalist>
