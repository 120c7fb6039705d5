import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtemp, rm } from "node:fs/promises";
import { createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { freePort } from "./support/freePort";

let busy: Server;
let folder: string;
const started: ChildProcess[] = [];
beforeAll(async () => {
  busy = createServer().listen(0, "127.0.0.1");
  await once(busy, "listening");
  folder = await mkdtemp(path.join(tmpdir(), "vine-note-demo-"));
});
afterAll(async () => {
  for (const one of started) if (one.exitCode === null) one.kill("SIGKILL");
  busy.close();
  await rm(folder, { recursive: true, force: true });
});

/** The demo command at a port, and all that it has said so far. */
function demo(port: number) {
  const child = spawn(process.execPath, ["scripts/demo.mjs"], {
    cwd: path.resolve(import.meta.dirname, ".."),
    env: { ...process.env, PORT: String(port), VINE_DATA: folder },
  });
  started.push(child);
  const told = { child, output: "", ended: once(child, "exit") };
  const read = (chunk: Buffer) => {
    told.output += chunk.toString();
  };
  child.stdout?.on("data", read);
  child.stderr?.on("data", read);
  return told;
}

test("the demo command keeps to its address and its folder, serves, refuses strangers, and stops cleanly", async () => {
  const { port: taken } = busy.address() as { port: number };
  const kept = demo(taken);
  expect((await kept.ended)[0]).toBe(1);
  expect(kept.output).toContain(`Another program uses port ${taken}.`);

  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const running = demo(port);
  await expect.poll(() => running.output).toContain(`Vine Note is open at ${url}`);

  const page = await fetch(url);
  expect(page.status).toBe(200);
  expect(page.headers.get("content-security-policy")).toContain("script-src 'self' 'nonce-");
  const news = await fetch(`${url}/api/post/events?logId=&after=0&waitMs=0`);
  expect(await news.json()).toMatchObject({ status: { post: "practice", waiting: 0 }, events: [] });
  const foreign = await fetch(`${url}/api/post/withdraw`, {
    method: "POST",
    headers: { origin: "http://elsewhere.test" },
    body: "{}",
  });
  expect(foreign.status).toBe(403);
  const unreadable = await fetch(`${url}/api/post/withdraw`, { method: "POST", body: '{"roundId":"../x"}' });
  expect(unreadable.status).toBe(400);

  const again = demo(port);
  expect((await again.ended)[0]).toBe(0);
  expect(again.output).toContain(`Vine Note is open already at ${url}`);
  const besides = demo(await freePort());
  expect((await besides.ended)[0]).toBe(1);
  expect(besides.output).toContain(`Vine Note is already running at ${url}`);

  running.child.kill("SIGINT");
  expect((await running.ended)[0]).toBe(0);
  expect(running.output).toContain("Stopped.");
  await expect(fetch(url)).rejects.toThrow();
});
