// Ours beside a peer in one run; the ratios count, not the times.
import { writeFile } from "node:fs/promises";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { isMainThread } from "node:worker_threads";
import { backupBench } from "./backup";
import { checkBench } from "./check";
import { figuresBench } from "./figures";
import { findBench } from "./find";
import { type Comparison, IS_QUICK } from "./measure";
import { mergeBench } from "./merge";
import { paperBench, paperBenchWorker } from "./paper";
import { plansBench } from "./plans";
import { postBench } from "./post";
import { postStartBench } from "./postStart";
import { recordBench } from "./record";
import { tablesBench } from "./tables";
import { typingBench } from "./typing";

const BENCHES: Readonly<Record<string, () => Comparison[] | Promise<Comparison[]>>> = {
  tables: tablesBench,
  figures: figuresBench,
  find: findBench,
  typing: typingBench,
  merge: async () => [await mergeBench()],
  check: async () => [await checkBench()],
  plans: plansBench,
  post: async () => [await postBench()],
  postStart: postStartBench,
  record: recordBench,
  backup: backupBench,
  paper: () => paperBench(fileURLToPath(import.meta.url)),
};

/** These open a browser with a large school, which has no small form: journeys open one anyway. */
const IN_A_BROWSER = ["typing", "record", "backup"];

/** All of them, or those that are named; with `--quick` once and small, and without those that need a browser. */
async function main(): Promise<void> {
  const named = process.argv.slice(2).filter((one) => one !== "--quick");
  const wanted =
    IS_QUICK && named.length === 0 ? Object.keys(BENCHES).filter((one) => !IN_A_BROWSER.includes(one)) : named;
  const results: Comparison[] = [];
  for (const [name, bench] of Object.entries(BENCHES))
    if (wanted.length === 0 || wanted.includes(name)) results.push(...(await bench()));
  for (const { name, ours, peer, peerName, unit, ratio, goal } of results) {
    if (IS_QUICK) {
      console.info(`It runs: ${name}`);
      continue;
    }
    const verdict = ratio <= goal ? "within" : "above";
    console.info(
      `${name}: ${ours.toFixed(0)} ${unit}, ${peerName} ${peer.toFixed(0)} ${unit}; ratio ${ratio.toFixed(2)}, ${verdict} the goal of ${goal.toFixed(2)}`,
    );
  }
  if (!IS_QUICK) await writeFile(path.join("bench", "results.json"), `${JSON.stringify(results, null, 2)}\n`);
}

// Workers of the bench are this same bundle.
if (isMainThread) main();
else void paperBenchWorker();
