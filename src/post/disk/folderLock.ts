import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { realpath, rm } from "node:fs/promises";
import { connect, createServer, type Server } from "node:net";
import { tmpdir } from "node:os";
import path from "node:path";
import { Problem } from "../edge/problem";

/**
 * Takes a folder for this process alone; `address` is told to whoever comes second. The system itself lets go of it when
 * the process ends, however it ends, so that no lock is left over. Errors: another process has it (`in use`).
 */
export async function lockFolder(folder: string, address: string): Promise<Server> {
  const name = lockName(await realpath(folder));
  const taken = await listenAt(name, address);
  if (taken) return taken;
  const owner = await ownerAt(name);
  // A socket that is a file stays behind when its process is killed; nobody answers there.
  if (owner === undefined && !name.startsWith("\0") && existsSync(name)) {
    await rm(name, { force: true });
    const retaken = await listenAt(name, address);
    if (retaken) return retaken;
  }
  throw new Problem(
    "in use",
    `Vine Note is already running${owner ? ` at ${owner}` : ""} with the data in this folder. Use that one, or end it before you start another: two would send every letter twice.`,
  );
}

/** A name that the system knows for sockets: on Linux in its own space, on Windows a pipe, else a file. */
function lockName(folder: string): string {
  const name = `vine-note-${createHash("sha256").update(folder).digest("hex").slice(0, 32)}`;
  if (process.platform === "linux") return `\0${name}`;
  return process.platform === "win32" ? `\\\\.\\pipe\\${name}` : path.join(tmpdir(), `${name}.sock`);
}

/** None where somebody listens there already. */
function listenAt(name: string, address: string): Promise<Server | undefined> {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.on("error", () => undefined).end(address));
    server.once("error", (cause: NodeJS.ErrnoException) =>
      cause.code === "EADDRINUSE" ? resolve(undefined) : reject(cause),
    );
    server.listen(name, () => resolve(server.unref()));
  });
}

/** Where the owner says that it runs; none where nobody answers. */
function ownerAt(name: string): Promise<string | undefined> {
  return new Promise((resolve) => {
    let said = "";
    const socket = connect(name);
    socket.setTimeout(2_000, () => socket.destroy());
    socket.on("data", (bytes) => {
      said += bytes.toString();
    });
    socket.on("error", () => undefined);
    socket.on("close", () => resolve(said || undefined));
  });
}
