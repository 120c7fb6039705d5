import * as z from "zod";
import { type HandedLetter, handOverParts } from "@/core/delivery/postRequests";
import { senderOf } from "@/core/delivery/preparedRound";
import { mboxText } from "@/core/formats/mboxText";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { enclosedBytes, enclosedWith } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import { reportFiles } from "./drawReports";
import { handOverFiles } from "./handOverPrepared";
import { lettersInBatches } from "./lettersInBatches";

/** How much longer a file is as the text of a message (RFC 2045, base64). */
const BASE64_GROWTH = 4 / 3;
const messagesAnswerSchema = z.object({ messages: z.array(z.string()) });

/** The letters of a note as files, and how many could not be written for want of a subject or an address. */
export type LetterFiles =
  | { readonly ok: true; readonly bytes: Uint8Array | string; readonly written: number; readonly left: number }
  | { readonly ok: false; readonly problem: string };

/** What a file of a note's letters is called, without its ending. */
export function letterFileName(note: Pick<Note, "name">): string {
  return note.name.replace(/[^\p{L}\d ,.-]/gu, " ").trim() || "letter";
}

/**
 * Writes all letters of a note as files, a zip of .eml or one .mbox, without sending anything. Errors: the post room,
 * which writes them, does not answer.
 */
export async function letterFiles(office: OfficeCore, note: Note, as: "eml" | "mbox"): Promise<LetterFiles> {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { from, replyTo } = senderOf(settings, note.sender);
  const { enclosures = [] } = note;
  let written: (HandedLetter & { file: string })[] = [];
  let messages: string[] = [];
  let all = 0;
  if (isGoodAddress(from.address)) {
    const gone = await handOverFiles(office, enclosures);
    const missing = enclosures.find(({ sha256 }) => gone.has(sha256));
    if (missing)
      return { ok: false, problem: `“${missing.name}” is not in this browser any more. Take it out, or add it again.` };
    const filesInText = BASE64_GROWTH * enclosedBytes(enclosures);
    for await (const step of lettersInBatches(office.engine, note, office.now())) {
      if (step.kind === "begun") [written, messages, all] = [[], [], 0];
      else {
        const enclosed = await Promise.all(step.batch.letters.map(({ reports }) => reportFiles(office, reports)));
        await handOverFiles(office, enclosed.flat());
        const letters = step.batch.letters.map(({ entry, rendered }, place): HandedLetter & { file: string } => {
          all += 1;
          return {
            id: `draft-${all}`,
            to: { name: entry.recipient.name, address: entry.recipient.address },
            from,
            ...(replyTo && { replyTo }),
            subject: rendered.subject,
            html: rendered.html,
            text: rendered.text,
            ...enclosedWith(note, enclosed[place]),
            file: `${String(all).padStart(4, "0")} ${entry.studentName}.eml`,
          };
        });
        const good = letters.filter(({ to, subject }) => isGoodAddress(to.address) && subject !== "");
        for (const part of handOverParts(
          good,
          ({ html, text, enclosures: own = [] }) =>
            html.length + text.length + Math.max(filesInText, BASE64_GROWTH * enclosedBytes(own)),
        )) {
          const body = JSON.stringify({ letters: part.map(({ file: _file, ...letter }) => letter) });
          const answer = await ask(office.around, "/api/post/messages", { method: "POST", body });
          messages.push(...messagesAnswerSchema.parse(answer).messages);
        }
        // What is written needs its words no more.
        written.push(...good.map((letter) => ({ ...letter, html: "", text: "" })));
      }
    }
  }
  if (written.length === 0)
    return { ok: false, problem: "A letter needs a subject, a good address and a sender before it can be a file." };
  const left = all - written.length;
  if (as === "mbox")
    return { ok: true, bytes: mboxText(messages, from.address, office.around.now()), written: written.length, left };
  const { zipSync } = await import("fflate");
  const files = messages.map((message, place) => [written[place]?.file ?? "", new TextEncoder().encode(message)]);
  return { ok: true, bytes: zipSync(Object.fromEntries(files), { level: 6 }), written: written.length, left };
}
