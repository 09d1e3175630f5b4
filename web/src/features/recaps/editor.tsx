import { Box, Flex, IconButton } from "@chakra-ui/react";
import type { RecapBlock, RecapDocument } from "@map-step/core/recap";
import { type Editor, EditorContent, type JSONContent, useEditor, useEditorState } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import {
  Bold,
  Heading2,
  Heading3,
  Italic,
  List,
  ListOrdered,
  type LucideIcon,
  Redo2,
  Undo2,
} from "lucide-react";
import { useEffect, useRef } from "react";
import { Select } from "../../kit/select.tsx";
import { tellError } from "../../kit/toasts.ts";
import { LIVE_EXTENSIONS } from "./live-nodes.tsx";
import { PAPER } from "./paper.ts";

/** Exactly what the contract's document holds, and no more. */
const EXTENSIONS = [
  StarterKit.configure({
    heading: { levels: [2, 3] },
    blockquote: false,
    code: false,
    codeBlock: false,
    horizontalRule: false,
    link: false,
    strike: false,
    underline: false,
    trailingNode: false,
    document: false,
  }),
  ...LIVE_EXTENSIONS,
];

interface Tool {
  readonly name: string;
  readonly icon: LucideIcon;
  readonly run: (editor: Editor) => void;
  readonly on?: (editor: Editor) => boolean;
}

const TOOLS: readonly Tool[] = [
  {
    name: "Bold",
    icon: Bold,
    run: (editor) => editor.chain().focus().toggleBold().run(),
    on: (editor) => editor.isActive("bold"),
  },
  {
    name: "Italic",
    icon: Italic,
    run: (editor) => editor.chain().focus().toggleItalic().run(),
    on: (editor) => editor.isActive("italic"),
  },
  {
    name: "Heading",
    icon: Heading2,
    run: (editor) => editor.chain().focus().toggleHeading({ level: 2 }).run(),
    on: (editor) => editor.isActive("heading", { level: 2 }),
  },
  {
    name: "Smaller heading",
    icon: Heading3,
    run: (editor) => editor.chain().focus().toggleHeading({ level: 3 }).run(),
    on: (editor) => editor.isActive("heading", { level: 3 }),
  },
  {
    name: "List",
    icon: List,
    run: (editor) => editor.chain().focus().toggleBulletList().run(),
    on: (editor) => editor.isActive("bulletList"),
  },
  {
    name: "Numbered list",
    icon: ListOrdered,
    run: (editor) => editor.chain().focus().toggleOrderedList().run(),
    on: (editor) => editor.isActive("orderedList"),
  },
  { name: "Undo", icon: Undo2, run: (editor) => editor.chain().focus().undo().run() },
  { name: "Redo", icon: Redo2, run: (editor) => editor.chain().focus().redo().run() },
];

type Blocks = RecapBlock | readonly RecapBlock[];

/** Something that can be put among the text. */
export interface Insertable {
  /** What it is chosen by; no two are alike. */
  readonly label: string;
  readonly node: () => Blocks | Promise<Blocks>;
}

/** Puts the ribbon or the floor of a figure, or a sequence, where the cursor stands. */
function InsertFigure({ editor, figures }: { editor: Editor; figures: readonly Insertable[] }) {
  const insert = (value: string) => {
    const chosen = figures.find(({ label }) => label === value);
    if (!chosen) return;
    const put = (node: Blocks) => {
      // It stands by itself: below the paragraph or the list in which the cursor is.
      const { $from } = editor.state.selection;
      const at = $from.depth > 0 ? $from.after(1) : $from.pos;
      editor
        .chain()
        .focus()
        .insertContentAt(at, node as JSONContent | JSONContent[])
        .run();
    };
    Promise.resolve(chosen.node()).then(put, tellError);
  };
  return (
    <Select
      label="Insert a figure"
      value=""
      onChange={insert}
      choices={[["", "Insert a figure"], ...figures.map(({ label }) => [label, label] as const)]}
      size="xs"
      maxW="full"
      ml="auto"
    />
  );
}

function Tools({ editor, figures }: { editor: Editor; figures: readonly Insertable[] }) {
  const on = useEditorState({ editor, selector: () => TOOLS.map((tool) => tool.on?.(editor) ?? false) });
  return (
    <Flex
      role="toolbar"
      className="no-print"
      aria-label="Formatting"
      gap="1"
      wrap="wrap"
      borderBottomWidth="1px"
      borderColor="rule"
      px="3"
      py="1.5"
    >
      {TOOLS.map(({ name, icon: Icon, run }, index) => (
        <IconButton
          key={name}
          size="xs"
          variant={on[index] ? "subtle" : "ghost"}
          aria-label={name}
          aria-pressed={on[index]}
          // The text keeps the focus, or what is typed next could go to the button.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => run(editor)}
        >
          <Icon />
        </IconButton>
      ))}
      {figures.length > 0 ? <InsertFigure editor={editor} figures={figures} /> : null}
    </Flex>
  );
}

interface Props {
  readonly document: RecapDocument;
  readonly figures: readonly Insertable[];
  readonly onChange: (document: RecapDocument) => void;
  /** For somebody who reads along. */
  readonly readOnly?: boolean;
}

/** The recap as formatted text. Another document given from outside replaces what is shown. */
export function RecapEditor({ document, figures, onChange, readOnly = false }: Props) {
  // What was typed here comes back as `document` a moment later, when more may have been typed already.
  const own = useRef(new WeakSet<RecapDocument>());
  const editor = useEditor({
    extensions: EXTENSIONS,
    content: document as object,
    editable: !readOnly,
    onUpdate: ({ editor: changed }) => {
      const typed = changed.getJSON() as unknown as RecapDocument;
      own.current.add(typed);
      onChange(typed);
    },
    editorProps: { attributes: { "aria-label": "Recap", role: "textbox", "aria-multiline": "true" } },
  });
  useEffect(() => editor.setEditable(!readOnly, false), [editor, readOnly]);
  useEffect(() => {
    if (own.current.has(document)) return;
    if (JSON.stringify(editor.getJSON()) !== JSON.stringify(document))
      editor.commands.setContent(document as object, { emitUpdate: false });
  }, [editor, document]);
  return (
    <Box bg="panel" borderWidth="1px" borderColor="rule" borderRadius="lg" _print={{ borderWidth: "0" }}>
      {readOnly ? null : <Tools editor={editor} figures={figures} />}
      <Box
        css={{
          "& .tiptap": {
            ...PAPER,
            px: "6",
            py: "5",
            minH: "24rem",
            _print: { ...PAPER._print, p: "0", minH: "0" },
          },
          "& .tiptap:focus-visible": { outlineOffset: "-2px", borderRadius: "md" },
        }}
      >
        <EditorContent editor={editor} />
      </Box>
    </Box>
  );
}
