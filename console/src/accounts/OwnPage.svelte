<script lang="ts">
  import ActivityTable from "../activity/ActivityTable.svelte";
  import { ActivityState } from "../activity/activity.svelte.ts";
  import PasswordForm from "../password/PasswordForm.svelte";
  import SecondFactor from "../secondfactor/SecondFactor.svelte";
  import Sessions from "../session/Sessions.svelte";
  import { session } from "../session/session.svelte.ts";
  import Record from "./Record.svelte";

  const activity = new ActivityState("own");
  void activity.begin();
  const identifiers = $derived(
    session.form!.signIn.map((path) => String(session.account?.[path] ?? "")).filter(Boolean),
  );
</script>

<Record ref="own" />
<PasswordForm {identifiers} />
<SecondFactor />
<Sessions />
<section class="mt-6" aria-label="What was done">
  <h2 class="mb-2">What was done to your account</h2>
  <ActivityTable {activity} about={false} />
</section>
<p class="mt-6">
  <a class="link" href="/v1/me/dossier" target="_blank">All that is kept about you</a>
  <span class="quiet">as a page that can be printed.</span>
</p>
