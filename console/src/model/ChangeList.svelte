<script lang="ts">
  import { Checkbox } from "flowbite-svelte";
  import type { Change } from "../api/model.ts";
  import EffectWord from "./EffectWord.svelte";

  let { changes, allowed = $bindable() }: { changes: Change[]; allowed: Record<string, boolean> } = $props();
</script>

<section class="sheet p-4" aria-label="Changes">
  <h2 class="mb-2">What publishing would do</h2>
  {#if changes.length === 0}<p class="quiet">Nothing: the file says what the live revision says.</p>{/if}
  <ul class="flex flex-col gap-3">
    {#each changes as change (change.name)}
      <li>
        <p><EffectWord {change} /> {change.what}</p>
        <p class="quiet">{change.consequence}</p>
        {#if change.examples.length}
          <p class="quiet">
            Such as {#each change.examples as example, index (index)}{index ? ", " : ""}<code>{example}</code>{/each}
          </p>
        {/if}
        {#if change.filter}
          <p class="quiet">
            Accounts: {#each change.accounts ?? [] as account, index (account.id)}{index ? ", " : ""}<a
                class="link"
                href="/accounts/{account.id}">{account.displayName}</a
              >{/each}{(change.accounts?.length ?? 0) < change.records ? ", …" : ""}
            (<a class="link" href="/accounts?filter={encodeURIComponent(change.filter)}">list them</a>)
          </p>
        {/if}
        {#if change.toAllow}
          <Checkbox
            class="mt-1"
            bind:checked={() => allowed[change.name] ?? false, (on) => (allowed[change.name] = on)}
          >
            Allow <span class="ml-1 font-mono text-xs">{change.name}</span>
          </Checkbox>
        {/if}
      </li>
    {/each}
  </ul>
</section>
