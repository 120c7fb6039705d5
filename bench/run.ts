// Ours beside a peer in one run; the ratios count, not the times.
import { writeFile } from "node:fs/promises";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { isMainThread } from "node:worker_threads";
import { backupBench } from "./backup";
import { checkBench } from "./check";
import { figuresBench } from "./figures";
import { mergeBench } from "./merge";
import { paperBench, paperBenchWorker } from "./paper";
import { plansBench } from "./plans";
import { postBench } from "./post";
import { postStartBench } from "./postStart";
import { recordBench } from "./record";
import { tablesBench } from "./tables";
import { typingBench } from "./typing";

async function main(): Promise<void> {
  const results = [
    ...(await tablesBench()),
    ...(await figuresBench()),
    ...(await typingBench()),
    await mergeBench(),
    await checkBench(),
    ...plansBench(),
    await postBench(),
    ...(await postStartBench()),
    ...(await recordBench()),
    ...(await backupBench()),
    ...(await paperBench(fileURLToPath(import.meta.url))),
  ];
  for (const { name, ours, peer, peerName, unit, ratio, goal } of results) {
    const verdict = ratio <= goal ? "within" : "above";
    console.info(
      `${name}: ${ours.toFixed(0)} ${unit}, ${peerName} ${peer.toFixed(0)} ${unit}; ratio ${ratio.toFixed(2)}, ${verdict} the goal of ${goal.toFixed(2)}`,
    );
  }
  await writeFile(path.join("bench", "results.json"), `${JSON.stringify(results, null, 2)}\n`);
}

// Workers of the bench are this same bundle.
if (isMainThread) main();
else void paperBenchWorker();
