<script lang="ts">
  /** What happened, said in place. `refused` for errors, `decision` for what waits for one, `once` for what is shown only now, `slow` for what takes long, `done` for success. */
  interface Props {
    kind: "refused" | "decision" | "once" | "slow" | "done";
    text: string;
  }
  let { kind, text }: Props = $props();

  const looks = {
    refused: "border-red-700 bg-red-50 text-red-900 dark:border-red-400 dark:bg-red-950 dark:text-red-100",
    decision:
      "border-saffron-700 bg-saffron-100 text-gray-900 dark:border-saffron-300 dark:bg-saffron-950 dark:text-gray-100",
    once: "border-saffron-700 bg-saffron-100 text-gray-900 dark:border-saffron-300 dark:bg-saffron-950 dark:text-gray-100",
    slow: "border-gray-500 bg-gray-100 text-gray-900 dark:border-gray-400 dark:bg-gray-800 dark:text-gray-100",
    done: "border-primary-700 bg-primary-50 text-gray-900 dark:border-primary-300 dark:bg-primary-950 dark:text-gray-100",
  };
  const words = { refused: "Refused", decision: "Decide", once: "Only now", slow: "Slow", done: "Done" };
</script>

<div
  role={kind === "refused" ? "alert" : "status"}
  tabindex="-1"
  class={["rounded-r-md border-l-4 px-3 py-2", looks[kind]]}
>
  <span class="font-semibold">{words[kind]}.</span>
  {text}
</div>
