import initializeRenderer, { TypstRenderer } from "@myriaddreamin/typst-ts-renderer";
import initialize, { TypstCompilerBuilder } from "@myriaddreamin/typst-ts-web-compiler";
import * as Comlink from "comlink";
import { holdLifeLine } from "../life/lifeLine";
import { type Drawing, drawPaper, withoutMakingCode } from "./drawPaper";
import type { PaperApi } from "./paperApi";

// The bundler puts each of these beside the scripts, named by content, to be kept.
const COMPILER = new URL("@myriaddreamin/typst-ts-web-compiler/pkg/typst_ts_web_compiler_bg.wasm", import.meta.url);
const RENDERER = new URL("@myriaddreamin/typst-ts-renderer/pkg/typst_ts_renderer_bg.wasm", import.meta.url);
const TEMPLATE = new URL("./paper.typ", import.meta.url);
const FONTS = [
  new URL("@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf", import.meta.url),
  new URL("@expo-google-fonts/source-serif-4/400Regular_Italic/SourceSerif4_400Regular_Italic.ttf", import.meta.url),
  new URL("@expo-google-fonts/source-serif-4/700Bold/SourceSerif4_700Bold.ttf", import.meta.url),
  new URL("@expo-google-fonts/noto-naskh-arabic/400Regular/NotoNaskhArabic_400Regular.ttf", import.meta.url),
  new URL("@expo-google-fonts/noto-naskh-arabic/700Bold/NotoNaskhArabic_700Bold.ttf", import.meta.url),
];

async function bytesAt(url: URL): Promise<Uint8Array> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(`${url.pathname}: ${answer.status}`);
  return new Uint8Array(await answer.arrayBuffer());
}

async function start(): Promise<Drawing> {
  const [engine, , template, ...fonts] = await Promise.all([
    initialize({ module_or_path: fetch(COMPILER) }),
    initializeRenderer({ module_or_path: fetch(RENDERER) }),
    bytesAt(TEMPLATE),
    ...FONTS.map(bytesAt),
  ]);
  const builder = withoutMakingCode(() => new TypstCompilerBuilder());
  for (const font of fonts) await builder.add_raw_font(font);
  const compiler = await builder.build();
  compiler.add_source("/paper.typ", new TextDecoder().decode(template));
  return { compiler, renderer: new TypstRenderer(), memory: () => engine.memory.buffer.byteLength };
}

const ready = start();
// Whoever asks is told why; here it would only be said twice.
ready.catch(() => undefined);
const api: PaperApi = {
  draw: async (run, pictures, as) => drawPaper(await ready, run, pictures, as),
};
holdLifeLine(self.name);
Comlink.expose(api);
