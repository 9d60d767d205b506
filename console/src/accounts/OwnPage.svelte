<script lang="ts">
  import Record from "./Record.svelte";
</script>

<Record ref="own" />
