import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { reportWordsIn } from "@/core/languages/productLanguages";
import { READY_MADE_DESIGNS } from "@/core/model/reportChoice";
import type { Score } from "@/core/model/score";
import { worldOf } from "@/core/model/world";
import { runOf } from "@/core/report/paperRun";
import { type ReportDraft, reportPaper } from "@/core/report/reportPaper";
import { sampleAssignment, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import type { MadePaper } from "./paperApi";
import { startDrawing } from "./testing";

const HAS_PROGRAMS = ["pdfinfo", "pdftotext", "pdffonts", "qpdf"].every(
  (name) => !spawnSync(name, ["--version"]).error,
);
if (!HAS_PROGRAMS) console.warn("Without poppler-utils and qpdf no PDF is read by other programs.");

const NAMES: Record<string, readonly [given: string, family: string]> = {
  long: ["Maximiliana-Alexandrine Theodora", "von Wolkenstein-Trostburg und Sonnenschein-Harbourside"],
  arabic: ["عمر", "الخطيب"],
  vietnamese: ["Nguyễn Thị Ngọc", "Ánh"],
  chinese: ["小明", "王"],
  hebrew: ["נועה", "כהן"],
  hindi: ["अनन्या", "शर्मा"],
  other: ["Bartholomew", "Quillfeather"],
};
const COMMENT = `${"A word on the tide. ".repeat(499)}And that is the end.`;
const OF_WORK = 60;
const folder = mkdtempSync(path.join(tmpdir(), "vine-note-pdf-"));
let draw: Awaited<ReturnType<typeof startDrawing>>;

beforeAll(async () => {
  draw = await startDrawing();
});
afterAll(() => rmSync(folder, { recursive: true }));

function indexWith(works: number, comment = "") {
  const students = Object.entries(NAMES).map(([id, [givenName, familyName]], place) =>
    sampleStudent({ id, givenName, familyName, studentNumber: String(place) }),
  );
  const work = Array.from({ length: works }, (_, order) => ({
    assignment: sampleAssignment({ id: `w${order}`, title: `Piece ${order + 1}`, order }),
    scores: Object.fromEntries(
      students.map(({ id }): [string, Score] => [
        id,
        { status: "scored", points: 12, ...(order === 0 && comment && { comment }) },
      ]),
    ),
  }));
  return new FiguresIndex(worldOf(sampleWorld({ students, guardians: [], work })), "2026-11-24");
}

const draftOf = (index: FiguresIndex, design: string, studentId: string, language = "en") =>
  reportPaper(index, { design, paper: "a4" }, [{ studentId, classId: "class" }], "winter", language) as ReportDraft;

async function pdfOf(drafts: readonly ReportDraft[], title = "Reports") {
  const { run, pictures } = runOf(drafts, {
    title,
    author: "Ilse Maronde",
    language: drafts[0]?.paper.language ?? "en",
  });
  const made = (await draw(run, pictures)) as Extract<MadePaper, { ok: true }>;
  expect(made).toMatchObject({ ok: true });
  const file = path.join(folder, "paper.pdf");
  writeFileSync(file, made.file as Uint8Array);
  return { made, file };
}

function said(program: string, ...rest: string[]): string {
  const { stdout, status } = spawnSync(program, rest, { encoding: "utf8" });
  expect(status, `${program} ${rest.join(" ")}`).toBe(0);
  return stdout.normalize("NFKC");
}

/** What other programs read, and what must hold of every file. */
async function readOf(drafts: readonly ReportDraft[]) {
  const { made, file } = await pdfOf(drafts);
  const info = said("pdfinfo", file);
  expect(info).toMatch(/^Tagged:\s+yes$/m);
  expect(info).toMatch(/^Title:\s+Reports$/m);
  expect(Number(/^Pages:\s+(\d+)$/m.exec(info)?.[1])).toBe(made.pages);
  said("qpdf", "--check", file);
  const fonts = said("pdffonts", file).split("\n").slice(2).filter(Boolean);
  expect(fonts.length).toBeGreaterThan(0);
  for (const font of fonts) expect(font).toMatch(/ yes (?:yes|no )\s+(?:yes|no )\s+\d+\s+\d+\s*$/);
  return { made, text: said("pdftotext", file, "-").replace(/\s+/g, " ") };
}

/**
 * Words to be compared: a hyphen at the end of a line is taken for one that was put there, short vowels may stand a letter
 * further on, and directions are marked.
 */
function bare(words: string): string {
  return words.normalize("NFKC").replace(/[-\s\u064b-\u0652\u200e\u200f\u202a-\u202e]/g, "");
}

describe.runIf(HAS_PROGRAMS)("other programs read", () => {
  const languageOf: Record<string, string> = { arabic: "ar", vietnamese: "vi" };

  test.each(READY_MADE_DESIGNS)(
    "the design “%s” of everybody, with nothing scored and with sixty pieces",
    async (design) => {
      for (const works of [0, OF_WORK]) {
        const index = indexWith(works);
        for (const [id, [given, family]] of Object.entries(NAMES)) {
          const language = languageOf[id] ?? "en";
          const { made, text } = await readOf([draftOf(index, design, id, language)]);
          expect(made.boxes).toEqual([]);
          // Right-to-left words come back in the order in which they are read, each letter as itself.
          for (const name of [given, family]) expect(bare(text), `${id}, ${works}`).toContain(bare(name));
          for (const [other, [, name]] of Object.entries(NAMES))
            if (other !== id) expect(bare(text)).not.toContain(bare(name));
          if (design === "progress" && works > 0) {
            const words = reportWordsIn(language);
            const places = [words.progress, "Piece 1", `Piece ${OF_WORK}`].map((one) => bare(text).indexOf(bare(one)));
            expect(places).toEqual([...places].sort((a, b) => a - b));
            expect(places).not.toContain(-1);
            expect(made.pages).toBeGreaterThan(1);
          }
        }
      }
    },
  );

  test("a comment of ten thousand characters over several pages, to its last word", async () => {
    const { made, text } = await readOf([draftOf(indexWith(2, COMMENT), "progress", "other")]);
    expect(made.pages).toBeGreaterThan(2);
    expect(text).toContain("And that is the end.");
  });

  test("what looks like code as the words it is", async () => {
    const hostile = `#eval("1+1") *b* <script>alert(1)</script> $x$ // \\`;
    const { text } = await readOf([draftOf(indexWith(2, hostile), "progress", "other")]);
    expect(text).toContain(`#eval("1+1") *b*`);
    expect(text).toContain("<script>alert(1)</script> $x$ // \\");
  });

  test("a run of all as one file with a name for each in its outline", async () => {
    const index = indexWith(3);
    const { file } = await pdfOf(Object.keys(NAMES).map((id) => draftOf(index, "progress", id)));
    const outline = said("qpdf", "--json", "--json-key=outlines", file);
    expect(outline).toContain("Bartholomew Quillfeather");
    expect(outline.match(/"title"/g)).toHaveLength(Object.keys(NAMES).length);
  });
});

test("a character that no font has is named", async () => {
  const draft = draftOf(indexWith(2, "ไทย and 한국"), "progress", "other");
  const { made } = await pdfOf([draft]);
  expect(made.boxes.join("")).toBe("ไทย한국");
});

test("fonts of other scripts that were met meanwhile change no byte of a paper", async () => {
  const index = indexWith(3);
  const fresh = await startDrawing();
  const { run, pictures } = runOf([draftOf(index, "progress", "other")], { title: "R", author: "", language: "en" });
  const [before, after] = [await fresh(run, pictures), await draw(run, pictures)];
  expect(before.ok && after.ok && Buffer.compare(before.file as Uint8Array, after.file as Uint8Array)).toBe(0);
});
