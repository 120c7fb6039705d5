import { MS_PER_DAY } from "../../model/day";
import type { Frequency } from "../../model/guardian";
import { lastLetterTo } from "../../model/whoHadIt";
import type { Recipient } from "../../selection/recipient";
import { counted, fewOf, listed } from "../../words";
import type { FindingKind } from "./findingKind";

/** For how many days one letter is enough, by what a guardian asked for. */
const DAYS_OF_ONE: Record<Frequency, number> = { "each letter": 0, daily: 1, weekly: 7 };

/** Guardians who asked to be written to less often, and had a letter within that time. */
export const wishesFewer: FindingKind = {
  severity: "caution",
  words: ({ numbers, quotes }) => ({
    title: `${counted(numbers.guardians ?? 0, "guardian")} asked to hear less often, and had a letter within that time`,
    mend: `${listed(quotes)}. Leave them out this time, or send all the same.`,
  }),
  inNote: ({ index, plan, now }) => {
    const asked = new Map<string, { recipient: Recipient; frequency: Frequency; since: number }>();
    for (const { recipient } of plan.letters) {
      const { frequency = "each letter" } = index.world.guardians.get(recipient.id) ?? {};
      const days = DAYS_OF_ONE[frequency];
      if (days > 0) asked.set(recipient.id, { recipient, frequency, since: now - days * MS_PER_DAY });
    }
    if (asked.size === 0) return [];
    const lastTo = lastLetterTo([...index.world.students.keys()].flatMap((id) => index.writtenAbout(id)));
    const tooSoon = [...asked].filter(([, { recipient, since }]) => (lastTo(recipient) ?? since) > since);
    if (tooSoon.length === 0) return [];
    return [
      {
        path: { recipientIds: tooSoon.map(([id]) => id) },
        numbers: { guardians: tooSoon.length },
        quotes: fewOf(tooSoon.map(([, { recipient, frequency }]) => `${recipient.name} (${frequency})`)),
      },
    ];
  },
};
