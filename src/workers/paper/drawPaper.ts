import type { TypstRenderer } from "@myriaddreamin/typst-ts-renderer";
import type { TypstCompiler } from "@myriaddreamin/typst-ts-web-compiler";
import type { PaperPictures, PaperRun } from "@/core/report/paperContent";
import type { MadePaper, PaperFormat } from "./paperApi";

/** The parts that draw: the same in a worker and in a test. */
export interface Drawing {
  readonly compiler: TypstCompiler;
  readonly renderer: TypstRenderer | undefined;
  /** What it holds, in bytes. */
  readonly memory: () => number;
  /** The characters of a run that no font has. */
  readonly boxes: (run: PaperRun) => readonly string[];
}

const FORMATS = { svg: 0, pdf: 1 } as const;
const DIAGNOSTICS_AS_DATA = 3;
/** Pages, glyphs and style; a script would be the fourth. */
const SVG_PARTS = 1 | 2 | 4;
const MAIN = "/paper.typ";

interface Diagnostic {
  readonly severity: string;
  readonly message: string;
}

/** Draws a run of papers; the same run gives the same bytes. */
export function drawPaper(
  { compiler, renderer, memory, boxes }: Drawing,
  run: PaperRun,
  pictures: PaperPictures,
  as: PaperFormat,
): MadePaper {
  compiler.map_shadow("/run.json", new TextEncoder().encode(JSON.stringify(run)));
  for (const [path, url] of Object.entries(pictures)) compiler.map_shadow(path, bytesOf(url));
  const world = compiler.snapshot(undefined, MAIN, undefined);
  try {
    const { hasError, diagnostics } = world.compile(0, DIAGNOSTICS_AS_DATA) as {
      hasError: boolean;
      diagnostics: readonly Diagnostic[];
    };
    if (hasError) {
      const wrong = diagnostics.find(({ severity }) => severity === "error");
      return { ok: false, problem: wrong?.message ?? "It could not be laid out.", memory: memory() };
    }
    const [pages = 0] = JSON.parse(world.query(0, "<page-count>", "value")) as number[];
    const cut = [...new Set(JSON.parse(world.query(0, "<cut>", "value")) as string[])];
    const about = { ok: true, pages, cut, boxes: boxes(run) } as const;
    const { result } = world.get_artifact(FORMATS[as], DIAGNOSTICS_AS_DATA) as { result: Uint8Array };
    if (as === "pdf" || !renderer) return { ...about, file: result, memory: memory() };
    const session = renderer.session_from_artifact(result, "vector");
    try {
      return { ...about, file: renderer.svg_data(session, SVG_PARTS), memory: memory() };
    } finally {
      session.free();
    }
  } finally {
    world.free();
    // Not all of them: the template would be forgotten as well.
    for (const path of Object.keys(pictures)) compiler.unmap_shadow(path);
  }
}

function bytesOf(dataUrl: string): Uint8Array {
  const binary = atob(dataUrl.slice(dataUrl.indexOf(",") + 1));
  return Uint8Array.from(binary, (character) => character.charCodeAt(0));
}

/**
 * The compiler makes small functions out of constant texts, which the policy of these pages refuses. While it is built it gets
 * what the texts mean; nothing is ever made from a text.
 */
export function withoutMakingCode<Made>(make: () => Made): Made {
  const real = globalThis.Function;
  const meant: Readonly<Record<string, unknown>> = {
    "return 0": () => 0,
    "return true": () => true,
    "path,return path": (path: string) => path,
  };
  // A plain function: minifiers write `Function(text)` for `new Function(text)`, and both must work.
  function stub(...texts: string[]) {
    return (
      meant[texts.join()] ??
      (() => {
        throw new Error(`Nothing is read from outside: ${texts.join()}`);
      })
    );
  }
  globalThis.Function = stub as unknown as FunctionConstructor;
  try {
    return make();
  } finally {
    globalThis.Function = real;
  }
}
