"use client";
import { EditorContent, useEditorState } from "@tiptap/react";
import {
  Bold,
  ChevronLeft,
  ChevronRight,
  Heading2,
  Italic,
  Link2,
  List,
  ListOrdered,
  Redo2,
  Underline,
  Undo2,
} from "lucide-react";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { LetterView } from "@/workers/engine/letterView";
import type { PeopleView } from "@/workers/engine/noteView";
import { ShownLetterContext } from "./LiveNodes";
import type { LetterEditors } from "./useLetterEditors";

interface LetterPartProps {
  readonly editors: LetterEditors;
  readonly people: PeopleView;
  readonly letter: LetterView;
  readonly onShow: (letterKey: string) => void;
}

/** The letter as the family will see it, with the values of the student now shown. */
export function LetterPart({ editors, people, letter, onShow }: LetterPartProps) {
  const shown = people.letters[letter.place];
  const step = (by: number) => {
    const next = people.letters[letter.place + by];
    if (next) onShow(next.key);
  };
  return (
    <section
      className="workspace-part is-letter"
      aria-label="Letter"
      onKeyDown={(event) => {
        if (!event.altKey || (event.key !== "PageDown" && event.key !== "PageUp")) return;
        event.preventDefault();
        step(event.key === "PageDown" ? 1 : -1);
      }}
    >
      <div className="d-flex align-items-center gap-2">
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Previous letter"
          title="Previous letter (Alt+Page Up)"
          disabled={letter.place === 0}
          onClick={() => step(-1)}
        >
          <ChevronLeft size={16} aria-hidden />
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          aria-label="Next letter"
          title="Next letter (Alt+Page Down)"
          disabled={letter.place >= letter.count - 1}
          onClick={() => step(1)}
        >
          <ChevronRight size={16} aria-hidden />
        </Button>
        <p className="small mb-0 flex-grow-1" role="status">
          {shown ? (
            <>
              Letter {letter.place + 1} of {letter.count}: <strong data-private>{shown.studentName}</strong>, to{" "}
              <span data-private>{shown.recipient.name}</span>
            </>
          ) : (
            "No letter to show: nobody is written to yet."
          )}
        </p>
      </div>
      <Tools editors={editors} />
      <ShownLetterContext value={letter}>
        <div className="letter-paper">
          <EditorContent className="letter-subject letter-editor" editor={editors.subject} />
          <EditorContent className="letter-body letter-editor" editor={editors.body} />
        </div>
      </ShownLetterContext>
    </section>
  );
}

/** How words can be set; each says whether it is in force where the caret is. */
function Tools({ editors: { body } }: { editors: LetterEditors }) {
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
    }),
  });
  const [linking, setLinking] = useState(false);
  const tools = [
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
    { label: "Undo", icon: Undo2, off: !active.undo, run: () => body.chain().focus().undo().run() },
    { label: "Redo", icon: Redo2, off: !active.redo, run: () => body.chain().focus().redo().run() },
  ];
  return (
    <div className="d-flex flex-wrap gap-1" role="toolbar" aria-label="How words are set">
      {tools.map(({ label, icon: Icon, on, off, run }) => (
        <Button
          key={label}
          size="sm"
          variant={on ? "primary" : "outline-secondary"}
          aria-pressed={on}
          aria-label={label}
          title={label}
          disabled={off}
          onClick={run}
        >
          <Icon size={15} aria-hidden />
        </Button>
      ))}
      {linking && <LinkForm body={body} onDone={() => setLinking(false)} />}
    </div>
  );
}

/** Where the chosen words lead; empty takes the link away. */
function LinkForm({ body, onDone }: { body: LetterEditors["body"]; onDone: () => void }) {
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
