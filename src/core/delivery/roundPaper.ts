import type { World } from "../model/world";
import { paperLook } from "../report/paperLook";
import type { DrawnFrom } from "../report/paperRun";
import { STATE_WORDS } from "./letterState";
import type { Letter, Round } from "./round";
import { roundMoment } from "./roundReport";
import { tallySentence, tallyStates } from "./tally";

/** A round on paper: what was sent and what was seen before, then a line for each letter. */
export function roundPaper(world: Pick<World, "settings">, round: Round, letters: readonly Letter[]): DrawnFrom {
  const { paper, accent, head } = paperLook(world);
  const cells = (words: readonly string[]) => words.map((text) => ({ content: [text] }));
  return {
    paper: {
      name: round.noteName,
      language: "en",
      direction: "ltr",
      ...(head && { letterHead: head.head }),
      head: [],
      foot: [round.noteName, { type: "space" }, "page ", { type: "page" }, " of ", { type: "pages" }],
      content: [
        { type: "heading", level: 1, content: [round.noteName] },
        {
          type: "paragraph",
          content: [
            `${roundMoment.format(round.createdAt)}: ${round.sentence}. ${tallySentence(tallyStates(letters))}.`,
          ],
        },
        ...(round.acceptedCautions.length > 0
          ? [
              { type: "paragraph" as const, content: ["Seen before sending:"] },
              {
                type: "bullets" as const,
                content: round.acceptedCautions.map((words) => [{ type: "paragraph" as const, content: [words] }]),
              },
            ]
          : []),
        {
          type: "table",
          widths: [3, 2, 2.4, 2.2, 2],
          head: cells(["To", "About", "Subject", "State", "The mail server said"]),
          content: letters.map((letter) =>
            cells([
              [letter.recipient.name, letter.recipient.address].filter(Boolean).join(", "),
              letter.studentName,
              letter.subject,
              `${STATE_WORDS[letter.state]}, ${roundMoment.format(letter.stateAt)}`,
              letter.serverAnswer,
            ]),
          ),
        },
      ],
    },
    page: { paper, across: true, margin: [16, 16, 16, 16], frame: false, toAPage: 1 },
    accent,
    pictures: head?.pictures ?? {},
  };
}
