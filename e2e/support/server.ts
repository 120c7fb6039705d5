import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import { freePort } from "./freePort";

const ROOT = path.resolve(import.meta.dirname, "../..");

/** A built Vine Note on a free port of the loopback address, with a data folder of its own. */
export class TestServer {
  private constructor(
    readonly port: number,
    readonly dataFolder: string,
    private readonly environment: Record<string, string>,
    private child: ChildProcess,
  ) {}

  /** `folder` is one that is there already, such as another server's; else it is a new one. */
  static async start(environment: Record<string, string> = {}, folder?: string): Promise<TestServer> {
    const dataFolder = folder ?? (await mkdtemp(path.join(tmpdir(), "vine-note-")));
    const port = await freePort();
    const child = await spawnServer(port, dataFolder, environment);
    return new TestServer(port, dataFolder, environment, child);
  }

  get pid(): number | undefined {
    return this.child.pid;
  }

  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Ends the process at once, as a power cut would. */
  async kill(): Promise<void> {
    if (this.child.exitCode !== null || this.child.signalCode !== null) return;
    const ended = once(this.child, "exit");
    this.child.kill("SIGKILL");
    await ended;
  }

  /** Starts it again on the same port and folder, ending it before where it still runs. */
  async restart(changed: Record<string, string> = {}): Promise<void> {
    await this.kill();
    this.child = await spawnServer(this.port, this.dataFolder, { ...this.environment, ...changed });
  }

  async stop(): Promise<void> {
    await this.kill();
    await rm(this.dataFolder, { recursive: true, force: true, maxRetries: 50, retryDelay: 100 });
  }
}

async function spawnServer(port: number, dataFolder: string, environment: Record<string, string>) {
  const child = spawn(process.execPath, [path.join(ROOT, ".listener/listener.mjs")], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_ENV: "production",
      NEXT_TELEMETRY_DISABLED: "1",
      PORT: String(port),
      VINE_DATA: dataFolder,
      ...environment,
    },
    stdio: ["ignore", "pipe", "pipe"],
  });
  let output = "";
  await new Promise<void>((resolve, reject) => {
    const read = (chunk: Buffer) => {
      output += chunk.toString();
      if (output.includes("Ready in")) resolve();
    };
    child.stdout.on("data", read);
    child.stderr.on("data", read);
    child.once("exit", () => reject(new Error(`The server ended before it was ready:\n${output}`)));
  });
  return child;
}
