import { nameKey } from "./nameKey";

/**
 * A full name as given and family name: at the comma where there is one, at the student's family name where the
 * name ends with it, else before the last word.
 */
export function splitName(name: string, knownFamilyName = ""): { givenName: string; familyName: string } {
  const text = name.replace(/\s+/g, " ").trim();
  const comma = /^([^,]+),\s*(.+)$/.exec(text);
  if (comma) return { givenName: comma[2]?.trim() ?? "", familyName: comma[1]?.trim() ?? "" };
  const words = text.split(" ");
  const familyWords = knownFamilyName.split(" ").filter(Boolean).length;
  const ending = words.slice(-familyWords).join(" ");
  const takes = familyWords > 0 && words.length > familyWords && nameKey(ending) === nameKey(knownFamilyName);
  const split = words.length === 1 ? 1 : words.length - (takes ? familyWords : 1);
  return { givenName: words.slice(0, split).join(" "), familyName: words.slice(split).join(" ") };
}
