import { once } from "node:events";
import { createServer, type Socket } from "node:net";
import type { Random } from "@/core/random";

/** A mail server whose connections can break at any byte, before and after each of its replies; it notes what it took. */
export class BreakingRelay {
  /** How often it took each letter, by Message-ID. */
  readonly taken = new Map<string, number>();
  /** How likely it is that a connection breaks at one of its steps. */
  breaks = 0;
  private readonly sockets = new Set<Socket>();
  private readonly server = createServer((socket) => this.talk(socket));

  constructor(private readonly random: Random) {}

  async listen(): Promise<string> {
    this.server.listen(0, "127.0.0.1");
    await once(this.server, "listening");
    return `smtp://127.0.0.1:${(this.server.address() as { port: number }).port}`;
  }

  close(): void {
    for (const socket of this.sockets) socket.destroy();
    this.server.close();
  }

  private talk(socket: Socket): void {
    this.sockets.add(socket);
    socket.on("close", () => this.sockets.delete(socket)).on("error", () => undefined);
    let buffered = "";
    let isText = false;
    const say = (words: string) => {
      if (this.breaksNow(socket)) return;
      socket.write(`${words}\r\n`);
      this.breaksNow(socket);
    };
    say("220 relay.example");
    socket.on("data", (bytes) => {
      // Anywhere in what came: the rest is as if it had never left.
      const part = this.random.chance(this.breaks) ? bytes.subarray(0, this.random.whole(0, bytes.length)) : bytes;
      buffered += part.toString("latin1");
      for (let end = endOf(buffered, isText); end > 0 && !socket.destroyed; end = endOf(buffered, isText)) {
        const said = buffered.slice(0, end);
        buffered = buffered.slice(end);
        if (isText) {
          isText = false;
          const id = /Message-ID:\s*<([^@]+)@/i.exec(said)?.[1] ?? "";
          this.taken.set(id, (this.taken.get(id) ?? 0) + 1);
          say("250 2.0.0 taken");
        } else if (/^DATA/i.test(said)) {
          isText = true;
          say("354 go on");
        } else say(/^QUIT/i.test(said) ? "221 bye" : "250 ok");
      }
      if (part !== bytes) socket.destroy();
    });
  }

  private breaksNow(socket: Socket): boolean {
    if (socket.destroyed) return true;
    if (!this.random.chance(this.breaks)) return false;
    if (this.random.chance(0.5)) socket.destroy();
    else socket.resetAndDestroy();
    return true;
  }
}

/** Where a line, or a message, ends in what came; 0 where it does not yet. */
function endOf(buffered: string, isText: boolean): number {
  const mark = isText ? "\r\n.\r\n" : "\r\n";
  return buffered.indexOf(mark) + (buffered.includes(mark) ? mark.length : 1);
}
