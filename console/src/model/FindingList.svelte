<script lang="ts">
  import type { Finding } from "../api/model.ts";

  interface Props {
    findings: Finding[];
    checking: boolean;
    onchoose: (line: number) => void;
  }
  let { findings, checking, onchoose }: Props = $props();

  const looks = {
    error: "text-red-800 dark:text-red-300",
    warning: "text-saffron-700 dark:text-saffron-300",
    note: "text-gray-600 dark:text-gray-300",
  };
  const shapes = { error: "■", warning: "▲", note: "●" };
</script>

<section class="sheet p-4" aria-label="Findings" aria-live="polite" aria-busy={checking}>
  <h2 class="mb-2">Findings</h2>
  {#if findings.length === 0}
    <p class="quiet">
      {checking ? "Checking…" : "Nothing to say: the file is well-formed, and a careful reader finds no fault."}
    </p>
  {/if}
  <ul class="flex max-h-80 flex-col gap-3 overflow-y-auto">
    {#each findings as finding, index (index)}
      <li>
        <p>
          <span class={["font-semibold", looks[finding.severity]]}>{shapes[finding.severity]} {finding.severity}</span>
          <button type="button" class="link" onclick={() => onchoose(finding.line)}>line {finding.line}</button>
          {finding.message}
        </p>
        <p class="quiet">{finding.why} {finding.advice}</p>
      </li>
    {/each}
  </ul>
</section>
