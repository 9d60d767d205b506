<script lang="ts">
  let { size = 28 }: { size?: number } = $props();
</script>

<svg viewBox="0 0 32 32" width={size} height={size} aria-hidden="true" class="text-primary-700 dark:text-primary-300">
  <path d="M1 17h30" stroke="currentColor" stroke-width="1.5" />
  <circle cx="6" cy="17" r="4.5" fill="currentColor" />
  <circle cx="16" cy="17" r="4.5" fill="currentColor" />
  <circle cx="26" cy="10" r="4.5" class="fill-[#b77400] dark:fill-[#f0b429]" />
</svg>
