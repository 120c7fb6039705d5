import { createHash } from "node:crypto";
import { beforeAll, describe, expect, test } from "vitest";
import type { PaperBlock, PaperRun } from "@/core/report/paperContent";
import type { MadePaper } from "./paperApi";
import { PaperPool, type PaperWorker } from "./paperPool";
import { startDrawing } from "./testing";

let drawing: Awaited<ReturnType<typeof startDrawing>>;

/** A run with one paper that says next to nothing. */
const EMPTY_RUN: PaperRun = {
  title: "Nothing",
  author: [],
  language: "en",
  page: { paper: "a4", across: false, margin: [20, 20, 20, 20], frame: false, toAPage: 1 },
  accent: "#5b2a6e",
  twoSided: false,
  papers: [
    {
      name: "Nothing",
      language: "en",
      direction: "ltr",
      head: [],
      foot: [],
      content: [{ type: "paragraph", content: ["Nothing"] }],
    },
  ],
};

beforeAll(async () => {
  drawing = await startDrawing();
}, 60_000);

const runWith = (content: readonly PaperBlock[], part: Partial<PaperRun> = {}): PaperRun => ({
  ...EMPTY_RUN,
  papers: [
    {
      name: "Ana",
      language: "en",
      direction: "ltr",
      head: ["Head"],
      foot: ["page ", { type: "page" }, " of ", { type: "pages" }],
      content,
    },
  ],
  ...part,
});
const draw = (run: PaperRun) => drawing(run);
const digest = (made: MadePaper) => (made.ok ? createHash("sha256").update(made.file).digest("hex") : made.problem);
const pagesOf = (made: MadePaper) => (made.ok ? made.pages : made.problem);

describe("a paper", () => {
  test("is a PDF with what stands on it; the same is the same bytes, also after others", async () => {
    const run = runWith([
      { type: "heading", level: 1, content: ["Progress report"] },
      { type: "bullets", content: [[{ type: "paragraph", content: ["one"] }]] },
      {
        type: "table",
        widths: [2, 1],
        head: [{ content: ["Head"] }, { content: ["Points"] }],
        content: [[{ content: ["Lab"] }, { content: ["7"] }]],
      },
      { type: "sign", content: ["Teacher"] },
    ]);
    const made = await draw(run);
    expect(made.ok && new TextDecoder("latin1").decode((made.file as Uint8Array).subarray(0, 5))).toBe("%PDF-");
    expect(pagesOf(made)).toBe(1);
    await draw(runWith([{ type: "paragraph", content: ["another"] }]));
    expect(digest(await draw(run))).toBe(digest(made));
  });

  test("holds what people wrote as words, whatever it looks like", async () => {
    const hostile = [
      '#eval("1+1")',
      '#panic("x")',
      "*bold* _it_ `raw` $x^2$",
      "@ref <label> // no comment \\",
      '#include "/run.json"',
      "]#[",
      "\u0000\u202e",
    ];
    const made = await draw(
      runWith(
        hostile.flatMap((words): PaperBlock[] => [
          { type: "heading", level: 1, content: [words] },
          {
            type: "paragraph",
            content: [words, { type: "text", text: words, marks: ["bold"], link: "javascript:alert(1)" }],
          },
          { type: "table", widths: [1], head: [{ content: [words] }], content: [[{ content: [words] }]] },
          { type: "sign", content: [words] },
        ]),
      ),
    );
    expect(pagesOf(made)).toBeGreaterThan(0);
    expect(made.ok && Buffer.from(made.file as Uint8Array).includes("javascript:")).toBe(false);
  });

  test("runs over as many pages as it needs; slips share one; on two sides each begins on a front", async () => {
    const long = Array.from(
      { length: 120 },
      (_, place): PaperBlock => ({ type: "paragraph", content: [`Line ${place}`] }),
    );
    expect(pagesOf(await draw(runWith(long)))).toBeGreaterThan(2);
    const [paper] = EMPTY_RUN.papers;
    const seven = Array.from({ length: 7 }, () => paper as NonNullable<typeof paper>);
    expect(pagesOf(await draw({ ...EMPTY_RUN, papers: seven, page: { ...EMPTY_RUN.page, toAPage: 3 } }))).toBe(3);
    const full = { ...(paper as NonNullable<typeof paper>), name: "Bo", content: long };
    const slips = await draw({ ...EMPTY_RUN, papers: [...seven, full], page: { ...EMPTY_RUN.page, toAPage: 3 } });
    expect(slips).toMatchObject({ pages: 3, cut: ["Bo"] });
    // What would begin a page begins the next slip: seven, one for each of two children, and one more.
    const line = (words: string) => ({ type: "paragraph" as const, content: [words] });
    const ofTwo = { ...seven[0], content: [line("Ana"), { type: "pageBreak" as const }, line("Bo")] } as NonNullable<
      typeof paper
    >;
    const ten = [...seven, ofTwo, { ...ofTwo, content: [line("Cy")] }];
    expect(await draw({ ...EMPTY_RUN, papers: ten, page: { ...EMPTY_RUN.page, toAPage: 3 } })).toMatchObject({
      ...{ pages: 4, cut: [] },
    });
    expect(pagesOf(await draw({ ...EMPTY_RUN, papers: seven }))).toBe(7);
    expect(pagesOf(await draw({ ...EMPTY_RUN, papers: seven, twoSided: true }))).toBe(13);
  });

  test("that can’t be drawn says why, and the next one is drawn", async () => {
    const made = await draw(runWith([{ type: "image", file: "/pictures/none.png", width: 10, alt: "" }]));
    expect(made).toMatchObject({ ok: false, problem: expect.stringContaining("failed to load file") });
    expect(pagesOf(await draw(EMPTY_RUN))).toBe(1);
  });
});

describe("the pool", () => {
  const workers: { ended: boolean }[] = [];
  const pool = (most: number, answer: (worker: number) => Promise<MadePaper>) => {
    workers.length = 0;
    return new PaperPool(most, (): PaperWorker => {
      const own = { ended: false };
      const number = workers.push(own);
      return {
        api: { draw: () => answer(number) },
        end: () => {
          own.ended = true;
        },
      };
    });
  };
  const fine: MadePaper = { ok: true, file: new Uint8Array(1), pages: 1, cut: [], boxes: [], memory: 1 };

  test("draws as many at once as it may, and each is drawn", async () => {
    let [now, most] = [0, 0];
    const two = pool(2, async () => {
      now += 1;
      most = Math.max(most, now);
      await Promise.resolve();
      now -= 1;
      return fine;
    });
    const made = await Promise.all(Array.from({ length: 9 }, () => two.draw(EMPTY_RUN, {}, "pdf")));
    expect([made.every(({ ok }) => ok), most, workers.length]).toEqual([true, 2, 2]);
  });

  test("ends a worker that holds too much, or broke off, and tries once more", async () => {
    const heavy = pool(1, async () => ({ ...fine, memory: 400_000_000 }));
    await heavy.draw(EMPTY_RUN, {}, "pdf");
    await heavy.draw(EMPTY_RUN, {}, "pdf");
    expect(workers.map(({ ended }) => ended)).toEqual([true, true]);
    const once = pool(1, (number) => (number === 1 ? Promise.reject(new Error("unreachable")) : Promise.resolve(fine)));
    expect(await once.draw(EMPTY_RUN, {}, "pdf")).toEqual(fine);
    const never = pool(1, () => Promise.reject(new Error("unreachable")));
    expect(await never.draw(EMPTY_RUN, {}, "pdf")).toEqual({ ok: false, problem: "unreachable", memory: 0 });
  });
});
