import type { Editor } from "@tiptap/react";
import { toast } from "sonner";
import type * as z from "zod";
import { fitDocument } from "@/core/letter/fitDocument";
import { isLetterLink } from "@/core/model/letterBody";

/** The editor takes the links that a letter can have, and no others. */
export const LETTER_LINKS = {
  openOnClick: false,
  protocols: ["http", "https", "mailto", "tel", "sms"],
  // A host alone becomes a web address as one types on.
  isAllowedUri: (url: string) => isLetterLink(url) || !/^[a-z][a-z0-9+.-]*:/i.test(url),
};

/** The words of an editor as they can be kept. Where something of them can't be, the editor shows what is kept, and it is said. */
export function fittedWords<Document>(editor: Editor, schema: z.ZodType<Document>): Document {
  const { document, isAsGiven, changed } = fitDocument(schema, editor.getJSON());
  if (!isAsGiven) {
    const { from } = editor.state.selection;
    editor.commands.setContent(document as object, { emitUpdate: false });
    editor.commands.setTextSelection(Math.min(from, editor.state.doc.content.size));
  }
  for (const words of changed) toast.warning(words);
  return document;
}
