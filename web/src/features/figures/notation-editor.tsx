import { Box } from "@chakra-ui/react";
import {
  acceptCompletion,
  autocompletion,
  completionKeymap,
  completionStatus,
  moveCompletionSelection,
  selectedCompletionIndex,
} from "@codemirror/autocomplete";
import {
  defaultKeymap,
  history,
  historyKeymap,
  isolateHistory,
  redo,
  redoDepth,
  undo,
  undoDepth,
} from "@codemirror/commands";
import { syntaxHighlighting } from "@codemirror/language";
import { type Diagnostic, lintGutter, setDiagnostics } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { drawSelection, EditorView, keymap, placeholder } from "@codemirror/view";
import { type Element, type Fault, faultText } from "@map-step/core/notation";
import { type Ref, useEffect, useImperativeHandle, useRef } from "react";
import { notationColours, notationCompletion, notationLanguage } from "./notation-language.ts";

/** What can be done with the text from outside. */
export interface NotationHandle {
  readonly undo: () => void;
  readonly redo: () => void;
  /** Selects the place of a fault. */
  readonly show: (fault: Fault) => void;
}

interface Props {
  readonly ref: Ref<NotationHandle>;
  readonly label: string;
  readonly example: string;
  readonly value: string;
  /** Told with whether there is something to undo and to redo. */
  readonly onChange: (text: string, can: { readonly undo: boolean; readonly redo: boolean }) => void;
  readonly onBlur: () => void;
  readonly faults: readonly Fault[];
  /** Names that a `use` line may take. */
  readonly figureNames: readonly string[];
  readonly elements: readonly Element[];
}

const LOOK = EditorView.theme({
  "&": { minHeight: "18rem", fontSize: "var(--chakra-font-sizes-sm)" },
  "&.cm-focused": { outline: "none" },
  ".cm-scroller": { fontFamily: "var(--chakra-fonts-mono)", lineHeight: "1.55", padding: "6px 0" },
  ".cm-content": { caretColor: "var(--chakra-colors-ink)" },
  ".cm-gutters": { background: "transparent", border: "none" },
  ".cm-cursor": { borderLeftColor: "var(--chakra-colors-ink)" },
  ".cm-placeholder": { color: "var(--chakra-colors-soft)", whiteSpace: "pre" },
  ".cm-tooltip": {
    background: "var(--chakra-colors-panel)",
    color: "var(--chakra-colors-ink)",
    border: "1px solid var(--chakra-colors-rule)",
    borderRadius: "6px",
    fontFamily: "var(--chakra-fonts-body)",
    fontSize: "var(--chakra-font-sizes-sm)",
  },
  ".cm-tooltip-autocomplete > ul > li[aria-selected]": {
    background: "var(--chakra-colors-pine-solid)",
    color: "var(--chakra-colors-on-solid)",
  },
  ".cm-completionDetail": { fontStyle: "normal", opacity: "0.8" },
});

/** Where a fault lies, within a text that may have become shorter since. */
function rangeOf({ doc }: EditorState, { line, column, length }: Fault): { from: number; to: number } {
  const at = doc.line(Math.max(1, Math.min(doc.lines, line)));
  const from = Math.min(at.to, at.from + column - 1);
  return { from, to: Math.min(at.to, from + Math.max(1, length)) };
}

/** Takes the first completion, or the one that was gone to; where none is offered, Tab goes on to the next field. */
function takeCompletion(editor: EditorView): boolean {
  if (completionStatus(editor.state) !== "active") return false;
  if (selectedCompletionIndex(editor.state) === null) moveCompletionSelection(true)(editor);
  return acceptCompletion(editor);
}

const diagnosticsIn = (state: EditorState, faults: readonly Fault[]): Diagnostic[] =>
  faults
    .map((fault) => ({ ...rangeOf(state, fault), severity: "error" as const, message: faultText(fault) }))
    .sort((a, b) => a.from - b.from);

/** The steps as a text: highlighted, completed as one types, each fault marked where it is, with undo and redo. */
export function NotationEditor({
  ref,
  label,
  example,
  value,
  onChange,
  onBlur,
  faults,
  figureNames,
  elements,
}: Props) {
  const place = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const latest = useRef({ onChange, onBlur, figureNames, elements, value });
  latest.current = { onChange, onBlur, figureNames, elements, value };
  useEffect(() => {
    if (!place.current) return;
    const editor = new EditorView({
      parent: place.current,
      state: EditorState.create({
        doc: latest.current.value,
        extensions: [
          history(),
          keymap.of([
            { key: "Tab", run: takeCompletion },
            ...completionKeymap,
            ...historyKeymap,
            ...defaultKeymap,
          ]),
          drawSelection(),
          notationLanguage(() => latest.current.elements),
          syntaxHighlighting(notationColours),
          // Enter ends the line, as it does while nothing is offered; only what was gone to with the arrows is taken.
          autocompletion({
            override: [
              notationCompletion(
                () => latest.current.figureNames,
                () => latest.current.elements.map(({ name }) => name),
              ),
            ],
            icons: false,
            selectOnOpen: false,
            interactionDelay: 0,
          }),
          lintGutter(),
          placeholder(example),
          LOOK,
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({
            "aria-label": label,
            spellcheck: "false",
            autocapitalize: "off",
          }),
          EditorView.updateListener.of(({ docChanged, state }) => {
            if (!docChanged) return;
            const can = { undo: undoDepth(state) > 0, redo: redoDepth(state) > 0 };
            latest.current.onChange(state.doc.toString(), can);
          }),
          EditorView.domEventHandlers({ blur: () => latest.current.onBlur() }),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, [label, example]);
  // What is changed elsewhere, such as on the ribbon, is a step of its own in the history.
  useEffect(() => {
    const editor = view.current;
    if (!editor || editor.state.doc.toString() === value) return;
    editor.dispatch({
      changes: { from: 0, to: editor.state.doc.length, insert: value },
      annotations: isolateHistory.of("full"),
    });
  }, [value]);
  useEffect(() => {
    const editor = view.current;
    if (editor) editor.dispatch(setDiagnostics(editor.state, diagnosticsIn(editor.state, faults)));
  }, [faults]);
  useImperativeHandle(ref, () => ({
    undo: () => void (view.current && undo(view.current)),
    redo: () => void (view.current && redo(view.current)),
    show: (fault) => {
      const editor = view.current;
      if (!editor) return;
      const { from, to } = rangeOf(editor.state, fault);
      editor.focus();
      editor.dispatch({ selection: { anchor: from, head: to }, scrollIntoView: true });
    },
  }));
  return (
    <Box
      ref={place}
      w="full"
      bg="panel"
      borderWidth="1px"
      borderColor={faults.length > 0 ? "brick" : "rule"}
      borderRadius="md"
      overflow="hidden"
      _focusWithin={{
        outlineWidth: "2px",
        outlineStyle: "solid",
        outlineColor: "pine",
        outlineOffset: "1px",
      }}
    />
  );
}
