<script lang="ts">
  import type { Begun } from "../api/secondfactor.ts";

  /** What an authenticator takes up, as a picture and as a text. */
  let { begun }: { begun: Begun } = $props();
  const picture = $derived(`data:image/svg+xml;utf8,${encodeURIComponent(begun.qr)}`);
</script>

<div class="mb-4 flex flex-wrap items-center gap-6">
  <img src={picture} alt="QR code for your authenticator" class="size-44 rounded-md bg-white p-2" />
  <div class="max-w-sm">
    <p class="mb-2">Scan this with your authenticator, then type the code that it shows.</p>
    <p class="quiet">
      It cannot scan? Give it this seed: <code class="font-mono break-all text-gray-900 dark:text-gray-200"
        >{begun.seed}</code
      >
    </p>
  </div>
</div>
