import { TypstFontResolverBuilder } from "@myriaddreamin/typst-ts-web-compiler";
import type { PaperRun } from "@/core/report/paperContent";
import { wordsOfPaper } from "@/core/report/paperWords";
import { BASE_FONTS, SCRIPT_FONTS } from "./fonts";
import { Glyphs } from "./glyphs";

/** The fonts that are there: those of every paper, and those of scripts that were met, always in the same order. */
export class PaperFonts {
  readonly glyphs = new Glyphs();
  private readonly base: Promise<Uint8Array[]>;
  private readonly scripts = new Map<number, Uint8Array[]>();

  /** `load` gives the bytes of a font. */
  constructor(private readonly load: (font: URL) => Promise<Uint8Array>) {
    this.base = Promise.all(BASE_FONTS.map(load));
    // Whoever asks for them is told why they can't be had.
    this.base.catch(() => undefined);
  }

  /** Fetches what a run needs and is not there; gives whether there was any. */
  async meet({ papers }: PaperRun): Promise<boolean> {
    let isNew = false;
    const words = papers.flatMap((paper) => [...wordsOfPaper(paper)]).join(" ");
    for (const [place, { needed, files }] of SCRIPT_FONTS.entries()) {
      if (this.scripts.has(place) || !needed.test(words)) continue;
      this.scripts.set(place, await Promise.all(files.map(this.load)));
      isNew = true;
    }
    return isNew;
  }

  /** All of them for the compiler. */
  async resolver() {
    const builder = new TypstFontResolverBuilder();
    const ofScripts = SCRIPT_FONTS.flatMap((_, place) => this.scripts.get(place) ?? []);
    for (const bytes of [...(await this.base), ...ofScripts]) {
      this.glyphs.add(builder.get_font_info(bytes).info[0].coverage);
      await builder.add_raw_font(bytes);
    }
    return builder.build();
  }
}
