"use client";
import { type Editor, useEditorState } from "@tiptap/react";
import {
  AlignCenter,
  AlignLeft,
  AlignRight,
  Bold,
  Heading2,
  Italic,
  Link2,
  List,
  ListOrdered,
  type LucideIcon,
  Redo2,
  Table as TableIcon,
  Underline,
  Undo2,
} from "lucide-react";
import { type ReactNode, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { PictureButton } from "./PictureButton";
import { ToolButton } from "./ToolButton";

/** How words can be set; each says whether it is in force where the caret is. */
export function LetterTools({ body, children }: { body: Editor; children?: ReactNode }) {
  const active = useEditorState({
    editor: body,
    selector: ({ editor }) => ({
      bold: editor.isActive("bold"),
      italic: editor.isActive("italic"),
      underline: editor.isActive("underline"),
      link: editor.isActive("link"),
      heading: editor.isActive("heading", { level: 2 }),
      bullets: editor.isActive("bulletList"),
      numbers: editor.isActive("orderedList"),
      undo: editor.can().undo(),
      redo: editor.can().redo(),
      table: editor.isActive("table"),
      left: editor.isActive({ textAlign: "left" }),
      center: editor.isActive({ textAlign: "center" }),
      right: editor.isActive({ textAlign: "right" }),
    }),
  });
  const [linking, setLinking] = useState(false);
  const tools: { label: string; icon: LucideIcon; on?: boolean; off?: boolean; run: () => unknown }[] = [
    { label: "Bold", icon: Bold, on: active.bold, run: () => body.chain().focus().toggleBold().run() },
    { label: "Italics", icon: Italic, on: active.italic, run: () => body.chain().focus().toggleItalic().run() },
    {
      label: "Underline",
      icon: Underline,
      on: active.underline,
      run: () => body.chain().focus().toggleUnderline().run(),
    },
    {
      label: "Heading",
      icon: Heading2,
      on: active.heading,
      run: () => body.chain().focus().toggleHeading({ level: 2 }).run(),
    },
    { label: "List", icon: List, on: active.bullets, run: () => body.chain().focus().toggleBulletList().run() },
    {
      label: "Numbered list",
      icon: ListOrdered,
      on: active.numbers,
      run: () => body.chain().focus().toggleOrderedList().run(),
    },
    { label: "Link", icon: Link2, on: active.link, run: () => setLinking(!linking) },
    ...(["left", "center", "right"] as const).map((side) => ({
      label: ALIGN_WORDS[side],
      icon: ALIGN_ICONS[side],
      on: active[side],
      run: () =>
        active[side] ? body.chain().focus().unsetTextAlign().run() : body.chain().focus().setTextAlign(side).run(),
    })),
    {
      label: "Table",
      icon: TableIcon,
      on: active.table,
      run: () => body.chain().focus().insertTable({ rows: 3, cols: 2, withHeaderRow: true }).run(),
    },
    { label: "Undo", icon: Undo2, off: !active.undo, run: () => body.chain().focus().undo().run() },
    { label: "Redo", icon: Redo2, off: !active.redo, run: () => body.chain().focus().redo().run() },
  ];
  return (
    <div className="letter-tools d-flex flex-wrap gap-1" role="toolbar" aria-label="How words are set">
      {tools.map(({ label, icon: Icon, on, off, run }) => (
        <ToolButton
          key={label}
          variant={on ? "primary" : "outline-secondary"}
          aria-pressed={on}
          aria-label={label}
          title={label}
          disabled={off}
          onClick={run}
        >
          <Icon size={15} aria-hidden />
        </ToolButton>
      ))}
      <PictureButton editor={body} />
      {children}
      {active.table && <TableTools body={body} />}
      {linking && <LinkForm body={body} onDone={() => setLinking(false)} />}
    </div>
  );
}

const ALIGN_WORDS = { left: "Lines at the left", center: "Lines in the middle", right: "Lines at the right" };
const ALIGN_ICONS = { left: AlignLeft, center: AlignCenter, right: AlignRight };

/** What can be done with the table that the caret is in. */
function TableTools({ body }: { body: Editor }) {
  const steps = [
    { words: "row below", run: () => body.chain().focus().addRowAfter().run() },
    { words: "column after", run: () => body.chain().focus().addColumnAfter().run() },
    { words: "without this row", run: () => body.chain().focus().deleteRow().run() },
    { words: "without this column", run: () => body.chain().focus().deleteColumn().run() },
    { words: "head row on or off", run: () => body.chain().focus().toggleHeaderRow().run() },
    { words: "without the table", run: () => body.chain().focus().deleteTable().run() },
  ];
  return (
    <div className="d-flex flex-wrap gap-2 w-100 small">
      {steps.map(({ words, run }) => (
        <ToolButton key={words} variant="link" onClick={run}>
          {words}
        </ToolButton>
      ))}
    </div>
  );
}

/** Where the chosen words lead; empty takes the link away. */
function LinkForm({ body, onDone }: { body: Editor; onDone: () => void }) {
  const [href, setHref] = useState<string>(body.getAttributes("link").href ?? "https://");
  const isLink = /^(https?:\/\/|mailto:)[^\s]+$/i.test(href);
  return (
    <Form
      className="d-flex gap-2 w-100"
      onSubmit={(event) => {
        event.preventDefault();
        const chain = body.chain().focus().extendMarkRange("link");
        if (isLink) chain.setLink({ href }).run();
        else chain.unsetLink().run();
        onDone();
      }}
    >
      <Form.Control
        size="sm"
        autoFocus
        aria-label="Link"
        value={href}
        onChange={(event) => setHref(event.target.value)}
      />
      <Button size="sm" type="submit" className="flex-shrink-0">
        {isLink ? "Set the link" : "No link"}
      </Button>
    </Form>
  );
}
