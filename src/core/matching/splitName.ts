import { nameKey } from "./nameKey";

/** The parts of a name as it is written. */
export interface NameParts {
  readonly givenName: string;
  readonly familyName: string;
  /** What stands in brackets or quotes: "Robert (Bob) Ash". */
  readonly preferredName?: string;
}

/**
 * A full name as given and family name: at the comma where there is one, at the student's family name where the
 * name ends with it, else before the last word. A name in brackets or quotes is what somebody is called.
 */
export function splitName(name: string, knownFamilyName = ""): NameParts {
  const { text, preferredName } = withoutBrackets(name);
  const preferred = preferredName ? { preferredName } : {};
  const comma = /^([^,]+),\s*(.+)$/.exec(text);
  if (comma) return { givenName: comma[2]?.trim() ?? "", familyName: comma[1]?.trim() ?? "", ...preferred };
  const words = text.split(" ");
  const familyWords = knownFamilyName.split(" ").filter(Boolean).length;
  const ending = words.slice(-familyWords).join(" ");
  const takes = familyWords > 0 && words.length > familyWords && nameKey(ending) === nameKey(knownFamilyName);
  const split = words.length === 1 ? 1 : words.length - (takes ? familyWords : 1);
  return { givenName: words.slice(0, split).join(" "), familyName: words.slice(split).join(" "), ...preferred };
}

/** A name without the pronouns in brackets behind it: "Bo Li (he/him)". */
export function withoutPronouns(name: string): string {
  return name.includes("/") ? name.replace(/\s*[([]\s*\p{L}+(\s*\/\s*\p{L}+)+\s*[)\]]/u, "").trim() : name;
}

const IN_BRACKETS = /\s*(?:\(([^()]+)\)|\[([^[\]]+)\]|["“„”]([^"“„”]+)["“”])\s*/u;

/** A name without what stands in brackets or quotes, and that on its own. */
export function withoutBrackets(name: string): { text: string; preferredName: string } {
  const plain = name.replace(/\s+/g, " ").trim();
  const [whole, ...inside] = IN_BRACKETS.exec(plain) ?? [];
  if (whole === undefined) return { text: plain, preferredName: "" };
  const text = plain.replace(whole, " ").replace(/\s+,/g, ",").replace(/\s+/g, " ").trim();
  const preferredName = (inside.find(Boolean) ?? "").trim();
  return text ? { text, preferredName } : { text: plain, preferredName: "" };
}
