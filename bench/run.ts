// Ours beside a peer in one run; the ratios count, not the times.
import { writeFile } from "node:fs/promises";
import path from "node:path";
import { figuresBench } from "./figures";
import { mergeBench } from "./merge";
import { postBench } from "./post";
import { tablesBench } from "./tables";

async function main(): Promise<void> {
  const results = [...(await tablesBench()), ...(await figuresBench()), await mergeBench(), await postBench()];
  for (const { name, ours, peer, peerName, unit, ratio, goal } of results) {
    const verdict = ratio <= goal ? "within" : "above";
    console.info(
      `${name}: ${ours.toFixed(0)} ${unit}, ${peerName} ${peer.toFixed(0)} ${unit}; ratio ${ratio.toFixed(2)}, ${verdict} the goal of ${goal.toFixed(2)}`,
    );
  }
  await writeFile(path.join(import.meta.dirname, "results.json"), `${JSON.stringify(results, null, 2)}\n`);
}

main();
