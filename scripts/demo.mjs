// One command to see everything: installs and builds what is missing, then starts on this computer alone.
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import { ensureBuilt, ensureInstalled, fail, LISTENER, quietEnvironment, ROOT } from "./lib/prepare.mjs";

/** Always the same: what the browser keeps belongs to this address. */
const port = Number(process.env.PORT ?? 4317);
const address = `http://127.0.0.1:${port}`;

await mustBeFree();
ensureInstalled();
ensureBuilt();

const server = spawn(process.execPath, [LISTENER], {
  cwd: ROOT,
  env: quietEnvironment({ NODE_ENV: "production", PORT: String(port), VINE_DEMO: "whole" }),
  stdio: ["ignore", "pipe", "inherit"],
});
server.stdout.on("data", (chunk) => {
  if (!chunk.toString().includes("Ready in")) return;
  console.info(`\nVine Note is open at ${address}`);
  console.info("Practice: nothing leaves this computer. Press Ctrl+C to stop.");
});
server.on("exit", (code, signal) => {
  if (!stopping)
    fail(`The server ended by itself (${signal ?? `code ${code}`}). Start it again; nothing handed over is lost.`);
  console.info("Stopped. Letters that wait go on when you start again.");
});

let stopping = false;
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.on(signal, () => {
    stopping = true;
    server.kill("SIGTERM");
  });
}

/** Ends where the address is taken: by Vine Note itself, or by another program. */
async function mustBeFree() {
  if (await isFree()) return;
  const page = await fetch(address, { signal: AbortSignal.timeout(5_000) }).then(
    (answer) => answer.text(),
    () => "",
  );
  if (page.includes("<title>Vine Note")) {
    console.info(`Vine Note is open already at ${address}`);
    process.exit(0);
  }
  fail(
    `Another program uses port ${port}. End it and start again: your data in the browser belongs to ${address}. To begin with no data at another address, set PORT.`,
  );
}

function isFree() {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });
}
