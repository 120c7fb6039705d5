import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtemp, rm } from "node:fs/promises";
import { createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";

let busy: Server;
let folder: string;
let demo: ChildProcess | undefined;
beforeAll(async () => {
  busy = createServer().listen(0, "127.0.0.1");
  await once(busy, "listening");
  folder = await mkdtemp(path.join(tmpdir(), "vine-note-demo-"));
});
afterAll(async () => {
  if (demo?.exitCode === null) demo.kill("SIGKILL");
  busy.close();
  await rm(folder, { recursive: true, force: true });
});

test("the demo command says a busy port, takes the next one, serves, refuses strangers, and stops cleanly", async () => {
  const { port } = busy.address() as { port: number };
  demo = spawn(process.execPath, ["scripts/demo.mjs"], {
    cwd: path.resolve(import.meta.dirname, ".."),
    env: { ...process.env, PORT: String(port), VINE_DATA: folder },
  });
  let output = "";
  demo.stdout?.on("data", (chunk: Buffer) => {
    output += chunk.toString();
  });
  await expect.poll(() => output).toContain("Vine Note is open at");
  expect(output).toContain(`Port ${port} is in use by another program`);
  const url = /http:\/\/127\.0\.0\.1:\d+/.exec(output)?.[0] ?? "";
  expect(url).not.toContain(`:${port}`);

  const page = await fetch(url);
  expect(page.status).toBe(200);
  expect(page.headers.get("content-security-policy")).toContain("script-src 'self' 'nonce-");
  const news = await fetch(`${url}/api/post/events?journalId=&after=0&familyJournalId=&familyAfter=0&waitMs=0`);
  expect(await news.json()).toMatchObject({ status: { post: "practice", waiting: 0 }, events: [] });
  const foreign = await fetch(`${url}/api/post/withdraw`, {
    method: "POST",
    headers: { origin: "http://elsewhere.test" },
    body: "{}",
  });
  expect(foreign.status).toBe(403);
  const unreadable = await fetch(`${url}/api/post/withdraw`, { method: "POST", body: '{"roundId":"../x"}' });
  expect(unreadable.status).toBe(400);

  demo.kill("SIGINT");
  const [code] = await once(demo, "exit");
  expect(code).toBe(0);
  expect(output).toContain("Stopped.");
  await expect(fetch(url)).rejects.toThrow();
});
