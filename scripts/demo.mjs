// One command to see everything: installs and builds what is missing, then starts on this computer alone.
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import path from "node:path";
import { ensureBuilt, ensureInstalled, fail, quietEnvironment, ROOT } from "./lib/prepare.mjs";

const FIRST_PORT = Number(process.env.PORT ?? 4317);
const PORTS_TRIED = 20;

ensureInstalled();
ensureBuilt();

const port = await freePortFrom(FIRST_PORT);
const next = path.join(ROOT, "node_modules/next/dist/bin/next");
const server = spawn(process.execPath, [next, "start", "--hostname", "127.0.0.1", "--port", String(port)], {
  cwd: ROOT,
  env: quietEnvironment({ VINE_DEMO: "1" }),
  stdio: ["ignore", "pipe", "inherit"],
});
server.stdout.on("data", (chunk) => {
  if (!chunk.toString().includes("Ready in")) return;
  console.info(`\nVine Note is open at http://127.0.0.1:${port}`);
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

async function freePortFrom(first) {
  for (let port = first; port < first + PORTS_TRIED; port += 1) {
    if (await isFree(port)) return port;
    console.info(`Port ${port} is in use by another program; trying ${port + 1}.`);
  }
  return fail(`No free port between ${first} and ${first + PORTS_TRIED - 1}. Set PORT to one that is free.`);
}

function isFree(port) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });
}
