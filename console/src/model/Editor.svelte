<script lang="ts">
  import type { EditorView } from "@codemirror/view";
  import type { Attachment } from "svelte/attachments";
  import { untrack } from "svelte";
  import { readSchema, type Finding } from "../api/model.ts";
  import { goToLine, modelEditor, showFindings } from "./editor.ts";

  interface Props {
    text: string;
    findings: Finding[];
    onchange: (text: string) => void;
  }
  let { text, findings, onchange }: Props = $props();
  let view: EditorView | undefined;

  /** Made once: from then on the editor's own document is the truth. */
  const editor: Attachment<HTMLElement> = (place) => {
    const made = untrack(() => modelEditor(place, text, readSchema(), onchange));
    view = made;
    return () => made.destroy();
  };

  const margin: Attachment = () => {
    if (view) showFindings(view, findings);
  };

  export function goTo(line: number) {
    if (view) goToLine(view, line);
  }
</script>

<div class="h-full" {@attach editor} {@attach margin}></div>
