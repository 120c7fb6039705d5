import { escapeAttribute, escapeHtml, mailDocument, STYLES } from "../letter/mailDocument";
import { isGoodAddress } from "../matching/isGoodAddress";
import { wantsNoLetters } from "../model/guardian";
import { firstName } from "../model/student";
import type { World } from "../model/world";
import { listed } from "../words";

/** Somebody who has not been asked yet whether letters are welcome. */
export interface Unasked {
  readonly guardianId: string;
  readonly name: string;
  readonly address: string;
  /** Their children who are in a class. */
  readonly children: readonly { id: string; firstName: string; fullName: string }[];
}

/** Everybody who can be written to, has a child in a class and was not asked yet: once for all classes. */
export function unaskedGuardians(world: World): Unasked[] {
  const inClass = new Set([...world.classes.values()].flatMap(({ studentIds }) => studentIds));
  const childrenOf = new Map<string, Unasked["children"][number][]>();
  for (const student of world.students.values()) {
    if (!inClass.has(student.id)) continue;
    const child = {
      id: student.id,
      firstName: firstName(student),
      fullName: `${student.givenName} ${student.familyName}`.trim(),
    };
    for (const { guardianId } of student.guardians) {
      childrenOf.set(guardianId, [...(childrenOf.get(guardianId) ?? []), child]);
    }
  }
  return [...world.guardians.values()].flatMap((guardian) => {
    const children = childrenOf.get(guardian.id) ?? [];
    const [address = ""] = guardian.addresses;
    const wanted = guardian.confirmation === "not asked" && !wantsNoLetters(guardian) && isGoodAddress(address);
    if (!wanted || children.length === 0) return [];
    const name = `${guardian.givenName} ${guardian.familyName}`.trim();
    return [{ guardianId: guardian.id, name, address, children }];
  });
}

/** The letter that asks one guardian, with a link for each answer; HTML and text say the same. */
export function askingLetter(
  { name, children }: Unasked,
  sender: { teacherName: string; schoolName: string },
  link: string,
): { subject: string; html: string; text: string } {
  const childNames = listed(children.map((child) => child.firstName));
  const from = [sender.teacherName, sender.schoolName].filter(Boolean).join(", ");
  const subject = `May I write to you about ${childNames}?`;
  const paragraphs = [
    `Dear ${name},`,
    `I would like to write to you now and then about how ${childNames} ${children.length === 1 ? "is" : "are"} doing in class: what goes well, what is missing, and what comes next.`,
    "Please tell me whether letters to this address are welcome. You can change your mind at any time with the same link.",
  ];
  const answers = [
    { words: "Yes, please write to me", href: `${link}?say=confirmed` },
    { words: "No, please do not write to me", href: `${link}?say=declined` },
  ];
  const html = [
    ...paragraphs.map((text) => `<p style="${STYLES.paragraph}">${escapeHtml(text)}</p>`),
    ...answers.map(
      ({ words, href }) =>
        `<p style="${STYLES.paragraph}"><a href="${escapeAttribute(href)}" style="${STYLES.link}">${escapeHtml(words)}</a></p>`,
    ),
    `<p style="${STYLES.paragraph}">${escapeHtml(from)}</p>`,
  ].join("");
  const text = [...paragraphs, ...answers.map(({ words, href }) => `${words}: ${href}`), from].join("\n\n");
  return { subject, html: mailDocument(subject, html, "en"), text: `${text}\n` };
}
