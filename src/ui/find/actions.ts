import { type Findable, findable } from "@/core/find/findable";
import { STARTERS, starterWords } from "@/core/starters/starterWords";

/** What is done in place, and not gone to. */
export const COVER_ACTION = "cover";
export const BEGIN_ACTION = "begin ";

const PLACES: readonly [href: string, title: string, about: string][] = [
  ["/gradebook/bring-in", "Bring in files", "scores, rosters, contacts, averages"],
  ["/settings#backup", "Make a backup", "Settings"],
  ["/gradebook/reports", "Make reports", "on paper or enclosed"],
  ["/gradebook/seating", "Seating", "where a class sits"],
  ["/families/cards", "Contact cards", "ask families how to reach them"],
  ["/", "Desk", "what to look at today"],
  ["/families", "Families", "students and guardians"],
  ["/gradebook", "Gradebook", "scores and averages"],
  ["/marking", "Marking", "by rubric and comment"],
  ["/notes", "Notes", "new note, automatic notes, templates"],
  ["/record", "Record", "what was sent, and replies"],
  ["/practice", "Practice post", "letters as families read them"],
  ["/settings", "Settings", "your name, mail, school days, data"],
];

/** What can be done from anywhere. */
export const ACTIONS: readonly Findable[] = [
  ...PLACES.map(([id, title, about]) => findable({ kind: "action", id, title, about })),
  findable({ kind: "action", id: COVER_ACTION, title: "Cover names and figures", about: "or uncover them" }),
  ...STARTERS.map((starter) => {
    const { name, about } = starterWords(starter, "");
    return findable({
      ...{ kind: "action", id: `${BEGIN_ACTION}${starter}` },
      ...{ title: `New note: ${name || "empty"}`, about },
    });
  }),
];
