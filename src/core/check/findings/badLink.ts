import { inlineNodes } from "../../model/letterBody";
import { listed } from "../../words";
import type { FindingKind } from "./findingKind";
import { placeOf } from "./wording";

export const badLink: FindingKind = {
  severity: "stop",
  words: (details) => ({
    title: `The ${placeOf(details)} has a link that leads nowhere: ${listed(details.quotes)}`,
    mend: "Write the whole address, such as https://school.example/page.",
  }),
  inWords: ({ words }) =>
    (["subject", "body"] as const).flatMap((place) => {
      const links = [...inlineNodes(words[place])].flatMap((node) =>
        node.type === "hardBreak"
          ? []
          : (node.marks ?? []).flatMap((mark) => (mark.type === "link" ? [mark.attrs.href] : [])),
      );
      const bad = [...new Set(links)].filter((href) => !leadsSomewhere(href));
      return bad.length > 0 ? [{ path: { place }, quotes: bad }] : [];
    }),
};

/** A web address with a host that can be one, a mail address or a telephone number; spaces and half-typed hosts lead nowhere. */
function leadsSomewhere(href: string): boolean {
  if (/^(tel|sms):/i.test(href)) return /\d{3}/.test(href.replace(/[ ().-]/g, ""));
  if (/\s/.test(href)) return false;
  if (/^mailto:/i.test(href)) return /^mailto:[^@]+@[^@]+\.[^@.]+$/i.test(href.replace(/\?.*$/, ""));
  try {
    const { hostname } = new URL(href);
    return hostname === "localhost" || /^[^.]+(\.[^.]+)+$/.test(hostname);
  } catch {
    return false;
  }
}
