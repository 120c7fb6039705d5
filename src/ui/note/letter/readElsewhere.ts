import { type Extensions, generateJSON } from "@tiptap/core";
import type * as z from "zod";
import { fitDocument } from "@/core/letter/fitDocument";
import { htmlOfDocx } from "@/workers/words/startWords";
import { readPicture } from "./readPicture";

/** The heaviest file that is read, in bytes. */
const HEAVIEST_BYTES = 20_000_000;

/** Words that were written elsewhere, as a letter or a page can have them. */
export type ReadElsewhere<Document> =
  | {
      readonly ok: true;
      readonly document: Document;
      /** What could not come along, in words. */
      readonly changed: readonly string[];
    }
  | { readonly ok: false; readonly problem: string };

/** A letter or a page in a file of another program: .docx, .html, .md or plain text. */
export async function readFileElsewhere<Document>(
  file: File,
  extensions: Extensions,
  schema: z.ZodType<Document>,
): Promise<ReadElsewhere<Document>> {
  const refuse = (why: string) => ({ ok: false, problem: `“${file.name}” ${why} Nothing was changed.` }) as const;
  if (file.size > HEAVIEST_BYTES) return refuse("is larger than 20 MB.");
  const [, ending = ""] = /\.([a-z0-9]+)$/i.exec(file.name) ?? [];
  try {
    switch (ending.toLowerCase()) {
      case "docx":
        return await readHtml(await htmlOfDocx(await file.arrayBuffer()), extensions, schema);
      case "html":
      case "htm":
        return await readHtml(await file.text(), extensions, schema);
      case "md":
      case "markdown": {
        const { marked } = await import("marked");
        return await readHtml(await marked.parse(withoutTags(await file.text())), extensions, schema);
      }
      case "txt":
        return await readHtml(paragraphsOf(await file.text()), extensions, schema);
      default:
        return refuse("is of a kind that can’t be taken in. Save it as .docx, .html, .md or .txt.");
    }
  } catch (cause) {
    return refuse(`can’t be read as .${ending}: ${(cause as Error).message}. Save it again there, or paste its words.`);
  }
}

/** Words as they were copied elsewhere: with their look where the clipboard has it. */
export function readClipboard<Document>(
  { html, text }: { readonly html: string; readonly text: string },
  extensions: Extensions,
  schema: z.ZodType<Document>,
): Promise<ReadElsewhere<Document>> {
  return readHtml(html || paragraphsOf(text), extensions, schema);
}

async function readHtml<Document>(
  html: string,
  extensions: Extensions,
  schema: z.ZodType<Document>,
): Promise<ReadElsewhere<Document>> {
  // A document of its own: nothing in it is run or loaded.
  const page = new DOMParser().parseFromString(html, "text/html");
  const changed: string[] = [];
  for (const gone of page.querySelectorAll("script, style, link, meta, title, iframe, object")) gone.remove();
  for (const heading of page.querySelectorAll("h1, h4, h5, h6")) {
    const own = page.createElement(heading.tagName === "H1" ? "h2" : "h3");
    own.append(...heading.childNodes);
    heading.replaceWith(own);
  }
  for (const picture of page.querySelectorAll("img")) {
    const small = picture.src.startsWith("data:image/") ? await readPicture(await bytesOf(picture.src)) : undefined;
    if (small) {
      picture.src = small.src;
      picture.setAttribute("width", String(small.width));
      // A picture is a block of its own.
      const around = picture.closest("p");
      if (around) around.after(picture);
    } else {
      picture.remove();
      changed.push("A picture that lies elsewhere could not come along; put it in from a file.");
    }
  }
  const fitted = fitDocument(schema, generateJSON(page.body.innerHTML, extensions));
  return { ok: true, document: fitted.document, changed: [...new Set([...changed, ...fitted.changed])] };
}

async function bytesOf(dataUrl: string): Promise<Blob> {
  const [head = "", base64 = ""] = dataUrl.split(",");
  const bytes = Uint8Array.from(atob(base64), (character) => character.charCodeAt(0));
  return new Blob([bytes], { type: /data:([^;]+)/.exec(head)?.[1] ?? "" });
}

/** A place such as <<First Name>> is no tag. */
function withoutTags(markdown: string): string {
  return markdown.replace(/<<|>>|<(?=[\p{L} _]+>)/gu, (sign) => sign.replaceAll("<", "&lt;").replaceAll(">", "&gt;"));
}

function paragraphsOf(text: string): string {
  const escaped = text.replaceAll("&", "&amp;").replaceAll("<", "&lt;");
  return escaped
    .split(/\r?\n\s*\r?\n/)
    .map((paragraph) => `<p>${paragraph.replace(/\r?\n/g, "<br>")}</p>`)
    .join("");
}
