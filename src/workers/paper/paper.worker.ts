import "@/core/model/zodWithoutEval";
import initializeRenderer, { TypstRenderer } from "@myriaddreamin/typst-ts-renderer";
import initialize, { TypstCompilerBuilder } from "@myriaddreamin/typst-ts-web-compiler";
import * as Comlink from "comlink";
import { holdLifeLine } from "../life/lifeLine";
import { type Drawing, drawPaper, withoutMakingCode } from "./drawPaper";
import type { PaperApi } from "./paperApi";
import { PaperFonts } from "./paperFonts";

// The bundler puts each of these beside the scripts, named by content, to be kept.
const COMPILER = new URL("@myriaddreamin/typst-ts-web-compiler/pkg/typst_ts_web_compiler_bg.wasm", import.meta.url);
const RENDERER = new URL("@myriaddreamin/typst-ts-renderer/pkg/typst_ts_renderer_bg.wasm", import.meta.url);
const TEMPLATE = new URL("./paper.typ", import.meta.url);

async function bytesAt(url: URL): Promise<Uint8Array> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url.pathname}: ${answer.status}`);
  return new Uint8Array(await answer.arrayBuffer());
}

const fonts = new PaperFonts(bytesAt);

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
