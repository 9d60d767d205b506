import { yaml } from "@codemirror/lang-yaml";
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { MergeView } from "@codemirror/merge";
import { lintGutter, setDiagnostics, type Diagnostic } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { basicSetup } from "codemirror";
import type { Finding, Schema } from "../api/model.ts";
import { completionsAt } from "./completion.ts";

const colours = HighlightStyle.define([
  { tag: [tags.propertyName, tags.definition(tags.propertyName)], color: "var(--editor-key)", fontWeight: "500" },
  { tag: [tags.string, tags.special(tags.string)], color: "var(--editor-text)" },
  { tag: [tags.number, tags.bool, tags.null], color: "var(--editor-number)" },
  { tag: tags.comment, color: "var(--editor-comment)", fontStyle: "italic" },
]);

const look = EditorView.theme({
  "&": { height: "100%", fontSize: "13px", backgroundColor: "transparent" },
  ".cm-scroller": { fontFamily: "var(--font-mono)", lineHeight: "1.55" },
  ".cm-gutters": { backgroundColor: "transparent", color: "var(--editor-comment)", border: "none" },
  ".cm-activeLine, .cm-activeLineGutter": { backgroundColor: "rgb(90 163 176 / 0.09)" },
  ".cm-cursor": { borderLeftColor: "currentColor" },
  "&.cm-focused .cm-selectionBackground, .cm-selectionBackground": {
    backgroundColor: "rgb(90 163 176 / 0.3) !important",
  },
  // The library's own ornament is in no font of ours.
  ".cm-collapsedLines::before, .cm-collapsedLines::after": { content: '"···"' },
  ".cm-tooltip": { backgroundColor: "var(--color-gray-800)", color: "var(--color-gray-100)" },
});

/** Offers what the format's schema knows; nothing until the schema has arrived. */
function completion(schema: Promise<Schema>) {
  return async ({ state, pos, explicit }: { state: EditorState; pos: number; explicit: boolean }) => {
    const found = completionsAt(state.doc.toString(), pos, await schema);
    return found && (explicit || found.from < pos || /[:{,] $/.test(state.sliceDoc(pos - 2, pos))) ? found : null;
  };
}

/** An editor for model files in the given place. */
export function modelEditor(
  parent: HTMLElement,
  text: string,
  schema: Promise<Schema>,
  onchange: (text: string) => void,
): EditorView {
  // One and the same for the editor's life: a source that changes is taken for another one, and its answer dropped.
  const languageData = [{ autocomplete: completion(schema) }];
  return new EditorView({
    parent,
    doc: text,
    extensions: [
      basicSetup,
      yaml(),
      syntaxHighlighting(colours),
      lintGutter(),
      EditorState.languageData.of(() => languageData),
      look,
      EditorView.contentAttributes.of({ "aria-label": "Account model file", tabindex: "0" }),
      EditorView.updateListener.of((update) => update.docChanged && onchange(update.state.doc.toString())),
    ],
  });
}

/** Puts the findings into the margin, at their lines. */
export function showFindings(view: EditorView, findings: Finding[]): void {
  const diagnostics = findings.map((finding): Diagnostic => {
    const line = view.state.doc.line(Math.min(Math.max(finding.line, 1), view.state.doc.lines));
    const from = Math.min(line.from + finding.column - 1, line.to);
    const severity = finding.severity === "note" ? "info" : finding.severity;
    return { from, to: line.to, severity, message: `${finding.message} ${finding.advice}` };
  });
  view.dispatch(setDiagnostics(view.state, diagnostics));
}

export function goToLine(view: EditorView, number: number): void {
  const line = view.state.doc.line(Math.min(number, view.state.doc.lines));
  view.dispatch({ selection: { anchor: line.from }, effects: EditorView.scrollIntoView(line.from, { y: "center" }) });
  view.focus();
}

/** Two files beside each other, to be read only. */
export function comparison(parent: HTMLElement, before: string, after: string): MergeView {
  const extensions = [
    yaml(),
    syntaxHighlighting(colours),
    look,
    EditorState.readOnly.of(true),
    EditorView.editable.of(false),
    EditorView.lineWrapping,
  ];
  return new MergeView({
    parent,
    a: { doc: before, extensions },
    b: { doc: after, extensions },
    collapseUnchanged: { margin: 3, minSize: 6 },
    gutter: true,
  });
}
