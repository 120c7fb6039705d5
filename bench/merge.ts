import { Eta } from "eta";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { blockModel } from "@/core/letter/blockKinds";
import type { BlockModel } from "@/core/letter/blocks/blockKind";
import { compileLetter } from "@/core/letter/compileLetter";
import { fieldWriter } from "@/core/letter/fields/fieldWriter";
import { letterContexts } from "@/core/letter/noteLetters";
import { PLAIN_SIGNATURE } from "@/core/model/settings";
import { worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { startNote } from "@/core/starters/startNote";
import { demoSchool } from "@/demo/demoSchool";
import { type Comparison, compare, sized } from "./measure";

const LETTERS = sized({ full: 10_000, quick: 300 });
const FIELDS = [
  "recipient.name",
  "student.firstName",
  "class.name",
  "term.name",
  "overall",
  "teacher.name",
  "school.name",
];

/** The progress letter as templates of a compiled template library, for the same output. */
const HTML = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><meta name="color-scheme" content="light"><title><%= it.subject %></title></head><body style="margin:0;padding:20px;background:#ffffff"><div style="max-width:600px;margin:0 auto;background:#ffffff;font-family:Georgia,'Times New Roman',serif;font-size:17px;line-height:1.5;color:#2b2130"><p style="margin:0 0 14px">Dear <%= it.recipient %>,</p><p style="margin:0 0 14px">This is how things stand for <%= it.student %> in <%= it.className %> (<%= it.term %>). The overall average is <%= it.overall %>.</p><table style="border-collapse:collapse;margin:0 0 16px"><thead><tr><% for (const head of it.averages.head) { %><th scope="col" style="text-align:left;text-align:start;padding:6px 22px 6px 0;border-bottom:2px solid #5b2a6e;font-size:15px"><%= head %></th><% } %></tr></thead><tbody><% for (const row of it.averages.rows) { %><tr><% for (const cell of row) { %><td style="padding:6px 22px 6px 0;border-bottom:1px solid #ddd3c4;vertical-align:top"><%= cell %></td><% } %></tr><% } %></tbody></table><% if (it.missing.kind === "list") { %><p style="margin:0 0 14px">Work that is still missing:</p><ul style="margin:0 0 14px;padding-left:24px"><% for (const item of it.missing.items) { %><li style="margin:0 0 4px"><%= item %></li><% } %></ul><% } else { %><p style="margin:0 0 14px"><%= it.missing.text %></p><% } %><p style="margin:0 0 14px">Please write back if you have a question.</p><p style="margin:0 0 14px"><%= it.teacher %><br><%= it.school %></p></div></body></html>`;
const TEXT = `Dear <%~ it.recipient %>,

This is how things stand for <%~ it.student %> in <%~ it.className %> (<%~ it.term %>). The overall average is <%~ it.overall %>.

<% for (const row of it.averages.rows) { %><%~ row.join(": ") %>
<% } %>
<% if (it.missing.kind === "list") { %>Work that is still missing:

<% for (const item of it.missing.items) { %>- <%~ item %>
<% } %><% } else { %><%~ it.missing.text %>
<% } %>
Please write back if you have a question.

<%~ it.teacher %>
<%~ it.school %>
`;

/** Merging many letters, HTML and text, against a compiled template library that gets the same values. */
export function mergeBench(): Promise<Comparison> {
  const index = new FiguresIndex(worldOf(demoSchool("2026-11-24")), "2026-11-24");
  const note = startNote("progress", { id: "bench", now: 0, period: "winter" });
  const some = planNote(index, note).letters.map((letter) => letterContexts(index, note, letter, "en")[0]);
  const contexts = Array.from({ length: LETTERS }, (_, place) => some[place % some.length]).flatMap((one) => one ?? []);
  const render = compileLetter(note, PLAIN_SIGNATURE);
  const eta = new Eta({ autoTrim: false });
  const html = eta.compile(HTML);
  const text = eta.compile(TEXT);
  const fields = FIELDS.map((field) => fieldWriter({ field, format: "", upperFirst: false }));
  const missingNode = { type: "missingWork", attrs: { whenNothing: "Nothing is missing." } } as const;

  const peerLetter = (context: (typeof contexts)[number]) => {
    const [recipient, student, className, term, overall, teacher, school] = fields.map((write) => write(context));
    const averages: BlockModel = blockModel({ type: "averagesTable" }, context);
    const missing = blockModel(missingNode, context);
    const subject = `${student} in ${className}`;
    const values = {
      subject,
      recipient,
      student,
      className,
      term,
      overall: overall || "not known yet",
      teacher,
      school,
      averages,
      missing,
    };
    return { html: html.call(eta, values), text: text.call(eta, values) };
  };
  for (const context of some) {
    const same = peerLetter(context);
    const plain = (words: string) =>
      words
        .replace(/\s+/g, " ")
        .replaceAll("&apos;", "&#39;")
        .replace(/<\/?bdi>/g, "")
        .trim();
    if (plain(same.text) !== plain(render([context]).text)) throw new Error("The two do not write the same text.");
    if (plain(same.html) !== plain(render([context]).html)) throw new Error("The two do not write the same HTML.");
  }
  return compare(
    { name: `merge ${LETTERS} letters, HTML and text`, peerName: "eta, compiled", goal: 1 },
    5,
    () => contexts.map((context) => render([context])),
    () => contexts.map(peerLetter),
  );
}
