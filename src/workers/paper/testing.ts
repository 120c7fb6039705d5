import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import path from "node:path";
import initialize, { TypstCompilerBuilder } from "@myriaddreamin/typst-ts-web-compiler";
import type { PaperPictures, PaperRun } from "@/core/report/paperContent";
import { drawPaper, withoutMakingCode } from "./drawPaper";
import type { MadePaper, PaperFormat } from "./paperApi";
import { PaperFonts } from "./paperFonts";

const { resolve } = createRequire(import.meta.url);

/** A paper worker without a worker: the same compiler, template and fonts in this process. */
export async function startDrawing(): Promise<
  (run: PaperRun, pictures?: PaperPictures, as?: PaperFormat) => Promise<MadePaper>
> {
  const wasm = await readFile(resolve("@myriaddreamin/typst-ts-web-compiler/pkg/typst_ts_web_compiler_bg.wasm"));
  const engine = await initialize({ module_or_path: wasm });
  // The bundler finds fonts by their package; here they are found where packages are kept.
  const fonts = new PaperFonts(async ({ pathname }) => readFile(resolve(pathname.slice(pathname.indexOf("@expo")))));
  const compiler = await withoutMakingCode(() => new TypstCompilerBuilder()).build();
  compiler.set_fonts(await fonts.resolver());
  compiler.add_source("/paper.typ", await readFile(path.resolve("src/workers/paper/paper.typ"), "utf8"));
  const drawing = {
    compiler,
    renderer: undefined,
    memory: () => engine.memory.buffer.byteLength,
    boxes: (run: PaperRun) => fonts.glyphs.boxes(run),
  };
  return async (run, pictures = {}, as = "pdf") => {
    if (await fonts.meet(run)) compiler.set_fonts(await fonts.resolver());
    return drawPaper(drawing, run, pictures, as);
  };
}
