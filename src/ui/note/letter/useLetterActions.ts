"use client";
import { toast } from "sonner";
import type { Note } from "@/core/model/note";
import { counted } from "@/core/words";
import { letterFileName, letterFiles } from "@/office/rounds/letterFiles";
import { sendTrial } from "@/office/rounds/sendTrial";
import { download } from "@/ui/shared/download";
import { printHtml } from "@/ui/shared/printHtml";
import { useVine } from "@/ui/shared/VineContext";

/** What can be done with the letter that is shown, and with all of them, without sending anything to a family. */
export function useLetterActions(note: Note, letterKey: string | undefined) {
  const { office, engine } = useVine();
  const fileName = letterFileName(note);
  const finished = async () => (letterKey === undefined ? undefined : engine.finishedLetter(note, letterKey));

  const sendToMe = async () => {
    if (letterKey === undefined) return;
    try {
      const sent = await sendTrial(office, note, letterKey, "Notes");
      if (sent.ok) toast(`It is on its way to ${sent.address}. No family gets anything.`);
      else toast.error(sent.problem);
    } catch (cause) {
      toast.error(`Nothing was sent: ${(cause as Error).message}`);
    }
  };
  const print = async () => {
    const letter = await finished();
    if (letter) printHtml(letter.html, "The letter to be printed");
  };
  const keepHtml = async () => {
    const letter = await finished();
    if (letter) download(`${fileName}.html`, letter.html, "text/html");
  };
  const keepMarkdown = async () => {
    const letter = await finished();
    if (!letter) return;
    const { toMarkdown } = await import("./toMarkdown");
    download(`${fileName}.md`, toMarkdown(letter.subject, letter.html), "text/markdown");
  };
  const keepAll = async (as: "eml" | "mbox") => {
    const busy = toast.loading("Writing the letters …");
    try {
      const files = await letterFiles(office, note, as);
      if (!files.ok) {
        toast.error(files.problem, { id: busy });
        return;
      }
      if (as === "mbox") download(`${fileName}.mbox`, files.bytes, "application/mbox");
      else download(`${fileName}.zip`, files.bytes, "application/zip");
      const left = files.left > 0 ? ` ${files.left} without a good address or subject are not among them.` : "";
      toast.success(`${counted(files.written, "letter")} written; nothing was sent.${left}`, { id: busy });
    } catch (cause) {
      toast.error(`The files could not be written: ${(cause as Error).message}`, { id: busy });
    }
  };
  return { sendToMe, print, keepHtml, keepMarkdown, keepAll };
}
