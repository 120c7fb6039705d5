import { createRequire } from "node:module";
import { parentPort, Worker } from "node:worker_threads";
import PDFDocument from "pdfkit";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { worldOf } from "@/core/model/world";
import type { PaperRun } from "@/core/report/paperContent";
import { runOf } from "@/core/report/paperRun";
import { wordsOfPaper } from "@/core/report/paperWords";
import { reportPaper } from "@/core/report/reportPaper";
import { demoSchool } from "@/demo/demoSchool";
import { startDrawing } from "@/workers/paper/testing";
import { launchBrowser, openPage, press, waitForWords } from "../e2e/support/browser";
import { TestServer } from "../e2e/support/server";
import { beginNote, leaveOutUnreachable, seeCautions, setTakeBack, untilSettled } from "../e2e/support/steps";
import { type Comparison, compare, IS_QUICK, sized } from "./measure";

const TODAY = "2026-11-24";
const REPORTS = sized({ full: 200, quick: 4 });
const WORKERS = 2;
const FONT = "@expo-google-fonts/source-serif-4/400Regular/SourceSerif4_400Regular.ttf";

/** What a worker of the bench is asked. */
interface Asked {
  readonly by: "ours" | "pdfkit";
  readonly run: PaperRun;
}

/** Two-page reports by our template in two workers, against bare pdfkit drawing the same words without layout in as many. */
export async function paperBench(bundle: string): Promise<Comparison[]> {
  const runs = reports();
  const workers = Array.from({ length: WORKERS }, () => new Worker(bundle));
  let round = 0;
  const drawn = async (by: Asked["by"]) => {
    round += 1;
    // Each time other words: what was laid out before is remembered, and no two rounds of letters say the same.
    const waiting = runs.map((run) => withOtherWords(run, round));
    await Promise.all(
      workers.map(async (worker) => {
        for (let run = waiting.shift(); run; run = waiting.shift()) await answer(worker, { by, run });
      }),
    );
  };
  try {
    const [first] = runs;
    const pages = first && (await answer(workers[0] as Worker, { by: "ours", run: first }));
    const result = await compare(
      {
        name: `${REPORTS} reports of ${pages} pages in ${WORKERS} workers`,
        peerName: "bare pdfkit with the same words and no layout",
        goal: 1,
      },
      3,
      () => drawn("ours"),
      () => drawn("pdfkit"),
    );
    return IS_QUICK ? [result] : [result, await fromPressToAccepted()];
  } finally {
    await Promise.all(workers.map((worker) => worker.terminate()));
  }
}

function reports(): PaperRun[] {
  const records = demoSchool(TODAY);
  const index = new FiguresIndex(worldOf(records), TODAY);
  const about = records.classes.flatMap(({ id, studentIds }) =>
    studentIds.map((studentId) => ({ studentId, classId: id })),
  );
  const wanted = ["year", "winter"].flatMap((period) => about.map((one) => ({ one, period }))).slice(0, REPORTS);
  return wanted.flatMap(({ one, period }) => {
    const draft = reportPaper(index, { design: "progress", paper: "a4" }, [one], period, "en");
    return draft ? [runOf([draft], { title: draft.fileName, author: "", language: "en" }).run] : [];
  });
}

/** The run with a number behind all of its words. */
function withOtherWords(run: PaperRun, round: number): PaperRun {
  return JSON.parse(JSON.stringify(run), function (this: unknown, _key: string, value: unknown) {
    return Array.isArray(this) && typeof value === "string" ? `${value} ${round}` : value;
  });
}

function answer(worker: Worker, asked: Asked): Promise<number> {
  return new Promise((resolve) => {
    worker.once("message", resolve);
    worker.postMessage(asked);
  });
}

/** What runs in a worker: draws what it is asked, and gives the number of pages. */
export async function paperBenchWorker(): Promise<void> {
  const draw = await startDrawing();
  parentPort?.on("message", async ({ by, run }: Asked) => {
    if (by === "pdfkit") return parentPort?.postMessage(await bare(run));
    const made = await draw(run);
    parentPort?.postMessage(made.ok ? made.pages : -1);
  });
}

const LINE = 13;
const MARGIN = 56;
const BOTTOM = 780;

function bare(run: PaperRun): Promise<number> {
  const font = createRequire(import.meta.url).resolve(FONT);
  return new Promise((resolve) => {
    const document = new PDFDocument({ size: "A4", font });
    let pages = 1;
    document.on("data", () => undefined);
    document.on("end", () => resolve(pages));
    document.fontSize(10.5);
    let y = MARGIN;
    for (const paper of run.papers)
      for (const words of wordsOfPaper(paper)) {
        if (y > BOTTOM) {
          document.addPage();
          pages += 1;
          y = MARGIN;
        }
        if (words) document.text(words, MARGIN, y, { lineBreak: false });
        // Four words stand in one line of a table.
        y += LINE / 3;
      }
    document.end();
  });
}

const GOAL_LETTERS = 172;
const GOAL_MS = 8_000;

/** Letters with a report each, from the press to the last one accepted, with workers warm and nothing to be taken back. */
async function fromPressToAccepted(): Promise<Comparison> {
  const server = await TestServer.start({ VINE_TODAY: TODAY, VINE_DEMO: "1" });
  const browser = await launchBrowser();
  try {
    const page = await openPage(browser, server.url);
    await setTakeBack(page, 0);
    await beginNote(page, "How things stand");
    await press(page, "Enclose a report");
    await press(page, "Enclose it");
    await leaveOutUnreachable(page);
    await page.locator(".foot .btn-primary:not(:disabled)").click();
    await waitForWords(page, " looked at.", 120_000);
    await seeCautions(page);
    for (const word of await page.$$("[id^=word-]"))
      await word.type((await word.evaluate(({ id }) => id.split("-")[1])) ?? "");
    const button = await page.waitForSelector(".modal-footer .btn-primary:not(:disabled)");
    const letters = Number(/\d+/.exec((await button?.evaluate(({ textContent }) => textContent)) ?? "")?.[0]);
    const from = performance.now();
    await button?.click();
    await untilSettled(page);
    const ours = performance.now() - from;
    const peer = (GOAL_MS * letters) / GOAL_LETTERS;
    return {
      name: `${letters} letters with a report each, from the press to accepted`,
      ours,
      peer,
      peerName: `${GOAL_MS / 1000} s for ${GOAL_LETTERS} of them, so`,
      unit: "ms",
      ratio: ours / peer,
      goal: 1,
    };
  } finally {
    await browser.close();
    await server.stop();
  }
}
