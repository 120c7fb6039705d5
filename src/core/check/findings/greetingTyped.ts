import { nameKey } from "../../matching/nameKey";
import { isCapital, NAME_WORD } from "../reading/nameWords";
import type { FindingKind } from "./findingKind";
import { isAmong, NAME_FIELD, typedLines } from "./typedLines";
import { lettersDo } from "./wording";

/** How a letter begins, in the languages that it is written in; the name comes after it. */
const GREETING =
  /^\s*(?:dear|hello|hi|good (?:morning|afternoon|evening)|querid[oa]s?|estimad[oa]s?|hola|szanown[aiy]\p{L}*|drog[ai]\p{L}*|dzień dobry|witam|cher|chère|chers|bonjour|liebe[r]?|sehr geehrte[r]?|hallo|guten tag|kính (?:gửi|thưa)|thân gửi|xin chào|عزيز\p{L}*|السيد\p{L}*|car[ao]|gentile|prezad[oa]|beste)(?![\p{L}])[ ,]*(.{0,80})/iu;
const MOST_LINES_OF_GREETING = 3;
const MOST_QUOTED = 2;

/** A guardian’s name in the greeting of a note to many. */
export const greetingTyped: FindingKind = {
  severity: "caution",
  words: (details) => ({
    title: `“${details.quotes[0]}” is the name of one family, and ${lettersDo(details, "goes", "go")} to others`,
    mend: "Place the field “Recipient’s name” in the greeting.",
  }),
  inWords: ({ index, plan, words }) => {
    const recipients = new Map(plan.letters.map(({ recipient }) => [recipient.id, recipient]));
    if (recipients.size < 2) return [];
    for (const line of typedLines(words.body).slice(0, MOST_LINES_OF_GREETING)) {
      const [whole, after = ""] = GREETING.exec(line) ?? [];
      if (whole === undefined || after.startsWith(NAME_FIELD)) continue;
      const names = new Set((after.match(NAME_WORD) ?? []).filter(isCapital).map(nameKey));
      const called = [...recipients.values()].filter(({ kind, id }) => {
        const guardian = kind === "guardian" ? index.world.guardians.get(id) : undefined;
        return guardian && [guardian.givenName, guardian.familyName].some((name) => name && isAmong(name, names));
      });
      if (called.length === 0 || called.length === recipients.size) continue;
      const others = plan.letters.filter(({ recipient }) => !called.some(({ id }) => id === recipient.id));
      const greeting = whole.trim().replace(/[,.:;]$/, "");
      return [
        {
          path: { place: "body" },
          numbers: { letters: others.length },
          quotes: [greeting, ...called.slice(0, MOST_QUOTED).map(({ name }) => name)],
        },
      ];
    }
    return [];
  },
};
