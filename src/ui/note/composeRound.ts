import { preparedRound, senderOf } from "@/core/delivery/preparedRound";
import type { Round, WholeLetter } from "@/core/delivery/round";
import { summaryLetter } from "@/core/delivery/summaryLetter";
import { togetherDrafts } from "@/core/delivery/together";
import { enclosedWith } from "@/core/model/enclosure";
import type { Note } from "@/core/model/note";
import type { Settings } from "@/core/model/settings";
import { roundTimes } from "@/ui/delivery/roundTimes";
import type { Engine } from "@/workers/engine/engineClient";
import type { PeopleView } from "@/workers/engine/noteView";

interface SendingChoices {
  /** The cautions that were seen, in words. */
  readonly acceptedCautions: readonly string[];
  /** When the letters are to leave, ms since the epoch; none is after the time to take them back. */
  readonly at: number | undefined;
  /** Whether the teacher gets a copy. */
  readonly copy: boolean;
  /** Whether it goes as one letter to all of them, none of whom sees the others; for the same words to everybody alone. */
  readonly together: boolean;
}

/** A round with all its letters finished, as they are to leave. Nothing is kept or sent yet. */
export async function composeRound(
  engine: Engine,
  note: Note,
  people: PeopleView,
  settings: Settings,
  { acceptedCautions, at, copy, together }: SendingChoices,
): Promise<{ round: Round; letters: WholeLetter[] }> {
  const finished = await engine.finishedLetters(note);
  const letters = finished.map(({ entry, rendered }) => ({
    studentId: entry.studentIds[0] ?? "",
    studentName: entry.studentName,
    classId: entry.classId,
    className: entry.className,
    recipient: {
      kind: entry.recipient.kind,
      id: entry.recipient.id,
      name: entry.recipient.name,
      address: entry.recipient.address,
    },
    reason: entry.reason,
    subject: rendered.subject,
    html: rendered.html,
    text: rendered.text,
    ...enclosedWith(note),
  }));
  const others = finished.flatMap(
    ({
      entry: {
        studentIds: [first, ...rest],
      },
    }) => (first !== undefined && rest.length > 0 ? [[first, rest] as const] : []),
  );
  const about = {
    noteId: note.id,
    noteName: note.name || "Note without a name",
    noteKind: note.kind,
    sentence: people.sentence,
    summary: people.summary,
    acceptedCautions: [...acceptedCautions],
    ...(others.length > 0 && { brothersAndSisters: Object.fromEntries(others) }),
  };
  const sender = senderOf(settings, note.sender);
  const [sample] = letters;
  const own = copy && {
    ...TO_TEACHER,
    recipient: { kind: "teacher" as const, id: "teacher", ...sender.from, name: settings.teacherName },
    ...summaryLetter(about.noteName, people.sentence, letters, sample),
  };
  return preparedRound(about, [...(together ? togetherDrafts(letters) : letters), ...(own ? [own] : [])], {
    ...sender,
    ...roundTimes(settings.takeBackSeconds, at),
  });
}

/** The teacher's copy is about nobody. */
const TO_TEACHER = { studentId: "", studentName: "", classId: "", className: "", reason: "Your copy of the round" };
