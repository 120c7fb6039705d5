import initializeRenderer, { TypstRenderer } from "@myriaddreamin/typst-ts-renderer";
import initialize, { TypstCompilerBuilder, TypstFontResolverBuilder } from "@myriaddreamin/typst-ts-web-compiler";
import * as Comlink from "comlink";
import type { PaperRun } from "@/core/report/paperContent";
import { wordsOfPaper } from "@/core/report/paperWords";
import { holdLifeLine } from "../life/lifeLine";
import { type Drawing, drawPaper, withoutMakingCode } from "./drawPaper";
import { BASE_FONTS, SCRIPT_FONTS } from "./fonts";
import { Glyphs } from "./glyphs";
import type { PaperApi } from "./paperApi";

// The bundler puts each of these beside the scripts, named by content, to be kept.
const COMPILER = new URL("@myriaddreamin/typst-ts-web-compiler/pkg/typst_ts_web_compiler_bg.wasm", import.meta.url);
const RENDERER = new URL("@myriaddreamin/typst-ts-renderer/pkg/typst_ts_renderer_bg.wasm", import.meta.url);
const TEMPLATE = new URL("./paper.typ", import.meta.url);

async function bytesAt(url: URL): Promise<Uint8Array> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url.pathname}: ${answer.status}`);
  return new Uint8Array(await answer.arrayBuffer());
}

/** The fonts that are there: those of every paper, and those of scripts that were met, always in the same order. */
class Fonts {
  readonly glyphs = new Glyphs();
  private readonly base = Promise.all(BASE_FONTS.map(bytesAt));
  private readonly scripts = new Map<number, Uint8Array[]>();

  /** Fetches what a run needs and is not there; gives whether there was any. */
  async meet(run: PaperRun): Promise<boolean> {
    let isNew = false;
    const words = run.papers.flatMap((paper) => [...wordsOfPaper(paper)]).join(" ");
    for (const [place, { needed, files }] of SCRIPT_FONTS.entries()) {
      if (this.scripts.has(place) || !needed.test(words)) continue;
      this.scripts.set(place, await Promise.all(files.map(bytesAt)));
      isNew = true;
    }
    return isNew;
  }

  async all(): Promise<Uint8Array[]> {
    const ofScripts = SCRIPT_FONTS.flatMap((_, place) => this.scripts.get(place) ?? []);
    return [...(await this.base), ...ofScripts];
  }

  /** All of them for the compiler. */
  async resolver() {
    const builder = new TypstFontResolverBuilder();
    for (const bytes of await this.all()) {
      this.glyphs.add(builder.get_font_info(bytes).info[0].coverage);
      await builder.add_raw_font(bytes);
    }
    return builder.build();
  }
}

const fonts = new Fonts();

async function start(): Promise<Drawing> {
  const [engine, , template] = await Promise.all([
    initialize({ module_or_path: fetch(COMPILER) }),
    initializeRenderer({ module_or_path: fetch(RENDERER) }),
    bytesAt(TEMPLATE),
  ]);
  const builder = withoutMakingCode(() => new TypstCompilerBuilder());
  const compiler = await builder.build();
  compiler.set_fonts(await fonts.resolver());
  compiler.add_source("/paper.typ", new TextDecoder().decode(template));
  return {
    compiler,
    renderer: new TypstRenderer(),
    memory: () => engine.memory.buffer.byteLength,
    boxes: (run) => fonts.glyphs.boxes(run),
  };
}

const ready = start();
// Whoever asks is told why; here it would only be said twice.
ready.catch(() => undefined);
const api: PaperApi = {
  draw: async (run, pictures, as) => {
    const drawing = await ready;
    if (await fonts.meet(run)) drawing.compiler.set_fonts(await fonts.resolver());
    return drawPaper(drawing, run, pictures, as);
  },
};
holdLifeLine(self.name);
Comlink.expose(api);
