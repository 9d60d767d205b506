<script lang="ts">
  import PasswordForm from "../password/PasswordForm.svelte";
  import Sessions from "../session/Sessions.svelte";
  import Record from "./Record.svelte";
</script>

<Record ref="own" />
<PasswordForm />
<Sessions />
