"use client";
import { EditorContent, useEditor } from "@tiptap/react";
import StarterKit from "@tiptap/starter-kit";
import { Bold, Italic, Link2Off, List } from "lucide-react";
import { useRef } from "react";
import { fieldKey } from "@/core/letter/fields/fieldKey";
import { fieldById } from "@/core/letter/fields/fieldsFor";
import { type SignatureDocument, signatureDocumentSchema } from "@/core/model/letterBody";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { FieldExtension, PictureExtension } from "@/ui/note/letter/fieldExtension";
import { fittedWords, LETTER_LINKS } from "@/ui/note/letter/fittedWords";
import { ShownLetterContext } from "@/ui/note/letter/LiveBlock";
import { PictureButton } from "@/ui/note/letter/PictureButton";
import { ToolButton } from "@/ui/note/letter/ToolButton";
import { useVine } from "@/ui/shared/VineContext";
import { EMPTY_LETTER_VIEW } from "@/workers/engine/shownLetter";

/** The words under every letter. Web addresses that are typed become links. */
export function SignatureEditor({
  initial,
  onChange,
}: {
  initial: SignatureDocument;
  onChange: (signature: SignatureDocument) => void;
}) {
  const { world } = useVine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const change = useRef(onChange);
  change.current = onChange;
  const editor = useEditor({
    immediatelyRender: false,
    extensions: [
      StarterKit.configure({
        heading: false,
        strike: false,
        code: false,
        codeBlock: false,
        blockquote: false,
        horizontalRule: false,
        link: LETTER_LINKS,
      }),
      FieldExtension,
      PictureExtension,
    ],
    content: initial,
    editorProps: { attributes: { "aria-label": "Signature", role: "textbox", "aria-multiline": "true" } },
    onUpdate: ({ editor: current }) => change.current(fittedWords(current, signatureDocumentSchema)),
  });
  if (!editor) return null;
  const values: Record<string, string> = { "teacher.name": settings.teacherName, "school.name": settings.schoolName };
  const fields = Object.entries(values).flatMap(([id, value]) => {
    const field = fieldById(id);
    return field ? [{ id, group: field.group, label: field.label, kind: field.kind, value }] : [];
  });
  const placed = Object.fromEntries(
    fields.map(({ id, value }) => [fieldKey({ field: id, format: "", upperFirst: false }), value]),
  );
  const tools = [
    { label: "Bold", icon: Bold, run: () => editor.chain().focus().toggleBold().run() },
    { label: "Italics", icon: Italic, run: () => editor.chain().focus().toggleItalic().run() },
    { label: "List", icon: List, run: () => editor.chain().focus().toggleBulletList().run() },
    { label: "No link", icon: Link2Off, run: () => editor.chain().focus().extendMarkRange("link").unsetLink().run() },
  ];
  return (
    <div>
      <div className="d-flex gap-1 mb-1" role="toolbar" aria-label="How the signature is set">
        {tools.map(({ label, icon: Icon, run }) => (
          <ToolButton key={label} variant="outline-secondary" aria-label={label} title={label} onClick={run}>
            <Icon size={15} aria-hidden />
          </ToolButton>
        ))}
        <PictureButton editor={editor} />
      </div>
      <ShownLetterContext value={{ ...EMPTY_LETTER_VIEW, fields, placed }}>
        <EditorContent className="letter-editor signature-editor" editor={editor} />
      </ShownLetterContext>
    </div>
  );
}
