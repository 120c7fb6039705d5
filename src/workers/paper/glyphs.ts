import type { PaperRun } from "@/core/report/paperContent";
import { wordsOfPaper } from "@/core/report/paperWords";

/** The first character that is no control character. */
const FIRST_PRINTED = 0x20;
/** Joiners, blanks and marks that are not printed by themselves. */
const NOT_BY_ITSELF = /[\p{Cf}\p{Zs}\p{Cc}\p{M}]/u;

/** Which characters the fonts have that were read so far. */
export class Glyphs {
  private readonly has = new Set<number>();

  /** The coverage of a font as runs of how many it lacks and has in turn, from the first character on. */
  add(coverage: readonly number[]): void {
    let at = 0;
    coverage.forEach((count, place) => {
      if (place % 2 === 1) for (let code = at; code < at + count; code += 1) this.has.add(code);
      at += count;
    });
  }

  /** The characters of a run that no font has, each once. */
  boxes({ papers }: PaperRun): string[] {
    const found = new Set<string>();
    for (const paper of papers)
      for (const words of wordsOfPaper(paper))
        for (const character of words) {
          const code = character.codePointAt(0) ?? 0;
          if (code >= FIRST_PRINTED && !this.has.has(code) && !NOT_BY_ITSELF.test(character)) found.add(character);
        }
    return [...found];
  }
}
