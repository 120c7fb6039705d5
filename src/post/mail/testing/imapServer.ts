import { once } from "node:events";
import { createServer, type Socket } from "node:net";

/** A mailbox by IMAP (RFC 9051) as far as reading one needs it, for tests: it has messages, one name and password or token, and notes what is asked. */
export class ImapServer {
  readonly messages: { uid: number; source: Buffer }[] = [];
  readonly asked: string[] = [];
  validity = 7;
  password = "secret";
  token = "token";
  private readonly sockets = new Set<Socket>();
  private readonly server = createServer((socket) => this.talk(socket));

  async listen(): Promise<number> {
    this.server.listen(0, "127.0.0.1");
    await once(this.server, "listening");
    return (this.server.address() as { port: number }).port;
  }

  add(source: string | Buffer): void {
    this.messages.push({ uid: (this.messages.at(-1)?.uid ?? 0) + 1, source: Buffer.from(source) });
  }

  async close(): Promise<void> {
    for (const socket of this.sockets) socket.destroy();
    this.server.close();
  }

  private talk(socket: Socket): void {
    this.sockets.add(socket);
    socket.on("close", () => this.sockets.delete(socket)).on("error", () => undefined);
    socket.write("* OK ready\r\n");
    let buffered = "";
    let signingIn = "";
    socket.on("data", (bytes) => {
      buffered += bytes.toString("latin1");
      for (let end = buffered.indexOf("\r\n"); end >= 0; end = buffered.indexOf("\r\n")) {
        const line = buffered.slice(0, end);
        buffered = buffered.slice(end + 2);
        if (/^\S+ AUTHENTICATE \S+$/i.test(line)) {
          // What signs in follows in a line of its own.
          signingIn = line;
          socket.write("+ \r\n");
        } else {
          this.answer(socket, signingIn ? `${signingIn} ${line}` : line);
          signingIn = "";
        }
      }
    });
  }

  private answer(socket: Socket, line: string): void {
    const [, tag = "", command = "", rest = ""] = /^(\S+) (UID \S+|\S+) ?(.*)$/i.exec(line) ?? [];
    const verb = command.toUpperCase();
    this.asked.push(verb);
    const done = (words = "OK done") => socket.write(`${tag} ${words}\r\n`);
    if (verb === "CAPABILITY") socket.write("* CAPABILITY IMAP4rev1 AUTH=PLAIN AUTH=XOAUTH2 SASL-IR\r\n");
    if (verb === "LOGIN" || verb === "AUTHENTICATE") {
      const given = verb === "LOGIN" ? rest : Buffer.from(rest.split(" ").at(-1) ?? "", "base64").toString();
      const isRight = given.includes(/XOAUTH2/i.test(rest) ? `Bearer ${this.token}\u0001` : this.password);
      return void done(isRight ? "OK in" : "NO [AUTHENTICATIONFAILED] wrong name or password");
    }
    if (verb === "LIST" || verb === "LSUB") socket.write('* LIST (\\HasNoChildren) "/" "INBOX"\r\n');
    if (verb === "SELECT" || verb === "EXAMINE") {
      const next = (this.messages.at(-1)?.uid ?? 0) + 1;
      socket.write(
        `* FLAGS ()\r\n* ${this.messages.length} EXISTS\r\n* OK [UIDVALIDITY ${this.validity}] .\r\n* OK [UIDNEXT ${next}] .\r\n`,
      );
      return void done(verb === "EXAMINE" ? "OK [READ-ONLY] open" : "OK [READ-WRITE] open");
    }
    if (verb === "UID SEARCH") {
      const from = Number(/UID (\d+):/i.exec(rest)?.[1] ?? 1);
      const found = this.messages.filter(({ uid }) => uid >= from || uid === this.messages.at(-1)?.uid);
      socket.write(`* SEARCH ${found.map(({ uid }) => uid).join(" ")}\r\n`);
    }
    if (verb === "UID FETCH") this.fetch(socket, rest);
    done();
    if (verb === "LOGOUT") socket.end();
  }

  private fetch(socket: Socket, rest: string): void {
    const place = this.messages.findIndex(({ uid }) => uid === Number.parseInt(rest, 10));
    const message = this.messages[place];
    if (!message) return;
    const { uid, source } = message;
    const literal = (name: string, bytes: Buffer) => [Buffer.from(`${name} {${bytes.length}}\r\n`), bytes];
    const fields = /HEADER\.FIELDS \(([^)]*)\)/i.exec(rest)?.[0];
    const head = Buffer.from(`${String(source).split("\r\n\r\n")[0]}\r\n\r\n`);
    const parts = fields ? literal(`BODY[${fields}]`, head) : literal("BODY[]", source);
    socket.write(
      Buffer.concat([
        Buffer.from(`* ${place + 1} FETCH (UID ${uid} RFC822.SIZE ${source.length} `),
        ...parts,
        Buffer.from(")\r\n"),
      ]),
    );
  }
}
