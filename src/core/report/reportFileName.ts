/** The longest name of a file without its ending, in characters: with it every system and mail program takes it. */
const LONGEST_NAME = 100;
/** Names that one system keeps for itself. */
const RESERVED = /^(?:con|prn|aux|nul|com\d|lpt\d)$/i;

/** The name of a file from some words, good on every system: no sign that parts paths or means something, no dot at an end. */
export function reportFileName(parts: readonly string[], ending = "pdf"): string {
  const clean = parts
    .filter(Boolean)
    .join(" ")
    .normalize("NFC")
    .replace(/[\p{C}<>:"/\\|?*\u2028\u2029]/gu, " ")
    .replace(/\s+/gu, " ")
    .replace(/^[. ]+|[. ]+$/g, "");
  const short = [...clean].slice(0, LONGEST_NAME).join("").trimEnd();
  const name = short === "" || RESERVED.test(short) ? `Report ${short}`.trim() : short;
  return `${name}.${ending}`;
}

/** Names made different where several are alike, whatever their case: "Ana (2).pdf". */
export function uniqueNames(names: readonly string[]): string[] {
  const used = new Set<string>();
  return names.map((name) => {
    const [, stem = name, ending = ""] = /^(.*?)(\.[^.]*)?$/.exec(name) ?? [];
    let unique = name;
    for (let again = 2; used.has(unique.toLowerCase()); again += 1) unique = `${stem} (${again})${ending}`;
    used.add(unique.toLowerCase());
    return unique;
  });
}
