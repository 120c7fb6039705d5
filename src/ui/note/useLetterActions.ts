"use client";
import { toast } from "sonner";
import { type HandedLetter, handOverParts } from "@/core/delivery/handOver";
import { preparedRound, senderOf } from "@/core/delivery/preparedRound";
import { mboxText } from "@/core/formats/mbox";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { isGoodAddress } from "@/core/matching/address";
import { enclosedBytes, enclosedWith } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { usePostLine } from "@/ui/delivery/PostLineContext";
import { ask, handOverFiles } from "@/ui/delivery/postOffice";
import { roundTimes } from "@/ui/delivery/roundTimes";
import { download } from "@/ui/shared/download";
import { printHtml } from "@/ui/shared/printHtml";
import { useVine } from "@/ui/shared/VineContext";

/** How much longer a file is as the text of a message (RFC 2045, base64). */
const BASE64_GROWTH = 4 / 3;

/** What can be done with the letter that is shown, and with all of them, without sending anything to a family. */
export function useLetterActions(note: Note, letterKey: string | undefined) {
  const { engine, world, database } = useVine();
  const line = usePostLine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { from, replyTo } = senderOf(settings, note.sender);
  const enclosed = enclosedWith(note);
  const finished = async (): Promise<RenderedLetter | undefined> =>
    letterKey === undefined ? undefined : engine.finishedLetter(note, letterKey);
  const fileName = (note.name || "letter").replace(/[^\p{L}\d ,.-]/gu, " ").trim() || "letter";

  const sendToMe = async () => {
    const letter = await finished();
    if (!letter) return;
    if (!isGoodAddress(settings.teacherAddress)) {
      toast.error("Your own address is not set. Write it under Settings, then send the letter to yourself.");
      return;
    }
    const me = {
      kind: "teacher" as const,
      id: "teacher",
      name: settings.teacherName,
      address: settings.teacherAddress,
    };
    const { round, letters } = preparedRound(
      {
        noteId: note.id,
        noteName: `Trial of “${note.name || "Note without a name"}”`,
        sentence: "One letter, to yourself",
        summary: "1 letter to yourself.",
        acceptedCautions: [],
      },
      [
        {
          studentId: "",
          studentName: "A trial",
          classId: "",
          className: "",
          recipient: me,
          reason: "sent to yourself",
          subject: letter.subject,
          html: letter.html,
          text: letter.text,
          ...enclosed,
        },
      ],
      { from, replyTo, ...roundTimes(0) },
    );
    await line.send(round, letters);
    toast(`It is on its way to ${settings.teacherAddress}. No family gets anything.`);
  };

  const print = async () => {
    const letter = await finished();
    if (letter) printHtml(letter.html, "The letter to be printed");
  };
  const saveHtml = async () => {
    const letter = await finished();
    if (letter) download(`${fileName}.html`, letter.html, "text/html");
  };
  const saveMarkdown = async () => {
    const letter = await finished();
    if (!letter) return;
    const { toMarkdown } = await import("./toMarkdown");
    download(`${fileName}.md`, toMarkdown(letter.subject, letter.html), "text/markdown");
  };

  const saveAll = async (as: "eml" | "mbox") => {
    const all = await engine.finishedLetters(note);
    const letters = all.map(({ entry, rendered }, place): HandedLetter & { file: string } => ({
      id: `draft-${place + 1}`,
      to: { name: entry.recipient.name, address: entry.recipient.address },
      from,
      ...(replyTo && { replyTo }),
      subject: rendered.subject,
      html: rendered.html,
      text: rendered.text,
      ...enclosed,
      file: `${String(place + 1).padStart(4, "0")} ${entry.studentName}.eml`,
    }));
    const written = letters.filter(({ to, subject }) => isGoodAddress(to.address) && subject !== "");
    if (written.length === 0 || !isGoodAddress(from.address)) {
      toast.error("A letter needs a subject, a good address and a sender before it can be a file.");
      return;
    }
    const messages: string[] = [];
    const busy = toast.loading(`Writing ${counted(written.length, "letter")} …`);
    try {
      await handOverFiles(database, note.enclosures ?? []);
      const filesInText = BASE64_GROWTH * enclosedBytes(note.enclosures ?? []);
      for (const batch of handOverParts(written, ({ html, text }) => html.length + text.length + filesInText)) {
        const body = JSON.stringify({ letters: batch.map(({ file: _file, ...letter }) => letter) });
        const answer = (await ask("/api/post/messages", { method: "POST", body })) as { messages: string[] };
        messages.push(...answer.messages);
      }
      if (as === "mbox") {
        download(`${fileName}.mbox`, mboxText(messages, from.address, Date.now()), "application/mbox");
      } else {
        const { zipSync } = await import("fflate");
        const files = messages.map((message, place) => [written[place]?.file ?? "", new TextEncoder().encode(message)]);
        download(`${fileName}.zip`, zipSync(Object.fromEntries(files), { level: 6 }), "application/zip");
      }
      const left = letters.length - written.length;
      toast.success(
        `${counted(written.length, "letter")} written; nothing was sent.${left > 0 ? ` ${left} without a good address or subject are not among them.` : ""}`,
        { id: busy },
      );
    } catch (cause) {
      toast.error(`The files could not be written: ${(cause as Error).message}`, { id: busy });
    }
  };
  return { sendToMe, print, saveHtml, saveMarkdown, saveAll };
}
