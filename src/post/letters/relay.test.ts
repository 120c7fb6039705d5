import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { once } from "node:events";
import { existsSync } from "node:fs";
import { chmod, mkdir, readdir, readFile, writeFile } from "node:fs/promises";
import { connect } from "node:net";
import path from "node:path";
import { simpleParser } from "mailparser";
import { expect, test } from "vitest";
import { freePort } from "../../../e2e/support/freePort";
import { Inbox } from "../mail/inbox";
import { watchMaildir } from "../mail/watchMaildir";
import { eventsOf, folder, letter, newFolders, opened, openRoom, statesOf, untilTrue } from "../testing";
import { withStopLine } from "./stopLine";
import { smtpTransport } from "./transport";

/** A real mail server from Debian, on this computer alone, as the relay that a school would have. */
const EXIM = "/usr/sbin/exim4";
const TEACHER = "ilse@sallowbay.example";
const whyNot = !existsSync(EXIM)
  ? "no mail server: apt-get install exim4-daemon-light"
  : process.getuid?.() !== 0
    ? "only root can start the mail server"
    : undefined;

newFolders();

/** Starts the mail server; letters to `refused.example` are refused at once, those to `gone.example` come back later. */
async function startRelay(addresses: readonly string[]): Promise<{ url: string; boxOf: (address: string) => string }> {
  const port = await freePort();
  const root = path.join(folder, "relay");
  for (const name of ["", "spool", "log", "mail"]) {
    await mkdir(path.join(root, name), { recursive: true });
    // The server delivers under a name of its own.
    await chmod(path.join(root, name), 0o777);
  }
  await chmod(folder, 0o755);
  await writeFile(path.join(root, "boxes"), addresses.map((address) => `${address}:\n`).join(""));
  const configuration = path.join(root, "exim.conf");
  await writeFile(
    configuration,
    `
spool_directory = ${root}/spool
log_file_path = ${root}/log/%slog
pid_file_path = ${root}/spool/exim.pid
primary_hostname = relay.example
local_interfaces = 127.0.0.1
daemon_smtp_ports = ${port}
tls_advertise_hosts =
keep_environment =
acl_smtp_rcpt = rcpt
begin acl
rcpt:
  deny domains = refused.example
       message = 5.1.1 There is no mailbox here
  accept
begin routers
gone:
  driver = redirect
  domains = gone.example
  allow_fail
  data = :fail: There is no such mailbox any more
kept:
  driver = accept
  transport = maildir
begin transports
maildir:
  driver = appendfile
  maildir_format
  create_directory
  directory = ${root}/mail/\${lookup{$local_part@$domain}lsearch,ret=key{${root}/boxes}}
  user = Debian-exim
`,
  );
  await chmod(configuration, 0o644);
  const server: ChildProcess = spawn(EXIM, ["-bdf", "-C", configuration], { stdio: "ignore" });
  opened.push({
    close: async () => {
      if (server.exitCode !== null) return;
      const ended = once(server, "exit");
      server.kill();
      await ended;
    },
  });
  await expect
    .poll(
      () =>
        new Promise<boolean>((resolve) => {
          const socket = connect(port, "127.0.0.1", () => resolve(true)).on("error", () => resolve(false));
          socket.unref();
          socket.once("connect", () => socket.end());
        }),
      { timeout: 20_000 },
    )
    .toBe(true);
  return { url: `smtp://127.0.0.1:${port}`, boxOf: (address) => path.join(root, "mail", address) };
}

/** What Python's own reader of mail finds in a message. */
function readByPython(file: string): { from: string; to: string; subject: string; parts: [string, string][] } {
  const script = `
import email, email.policy, json, sys
message = email.message_from_binary_file(open(sys.argv[1], "rb"), policy=email.policy.default)
assert not message.defects, message.defects
parts = [(part.get_content_type(), part.get_content().strip()) for part in message.walk() if part.get_content_maintype() == "text"]
print(json.dumps({"from": str(message["from"]), "to": str(message["to"]), "subject": str(message["subject"]), "parts": parts}))
`;
  const { stdout, stderr } = spawnSync("python3", ["-c", script, file], { encoding: "utf8" });
  expect(stderr).toBe("");
  return JSON.parse(stdout);
}

test.skipIf(whyNot !== undefined)(
  `a round by a real mail server arrives whole, one is refused, one comes back later${whyNot ? ` (left out: ${whyNot})` : ""}`,
  async () => {
    const addresses = Array.from({ length: 12 }, (_, place) => `family${place}@harbourmail.example`);
    const { url, boxOf } = await startRelay([...addresses, TEACHER]);
    const room = await openRoom({
      transport: smtpTransport(url, ({ guardianId }) => ({ link: `http://127.0.0.1/api/family/stop/${guardianId}` })),
      post: "relay",
    });
    const inbox = new Inbox(room, Date.now);
    const stop = watchMaildir(boxOf(TEACHER), (message) => inbox.take(message), 20);
    opened.push({ close: async () => stop() });
    const subject = "Łucja: 64 % — “how things stand” für Ana";
    const html = `<p>${"Sediment lab: 18 of 20. ".repeat(200)}</p><p>النتيجة ٦٤</p>`;
    const text = `${"Sediment lab: 18 of 20. ".repeat(200)}\n\n. a line that begins with a dot\nالنتيجة ٦٤`;
    const to = [...addresses, "somebody@refused.example", "somebody@gone.example"];
    await room.handOver({
      roundId: "round",
      leavesAt: 0,
      letters: to.map((address, place) =>
        letter(`letter-${place}`, {
          to: { name: "Ewa Wójcik", address },
          subject,
          html,
          text,
          guardianId: `g${place}`,
        }),
      ),
    });
    await untilTrue(room, (states) => states["letter-12"] === "refused" && states["letter-13"] === "returned");
    await untilTrue(room, (states) => Object.values(states).filter((state) => state === "accepted").length === 12);
    expect((await statesOf(room))["letter-0"]).toBe("accepted");
    const returned = (await eventsOf(room)).find((event) => "state" in event && event.state === "returned");
    expect(returned).toMatchObject({ serverAnswer: expect.stringContaining("no such mailbox any more") });

    for (const address of addresses) {
      const box = path.join(boxOf(address), "new");
      await expect.poll(() => readdir(box).catch(() => []), { timeout: 20_000 }).toHaveLength(1);
      const [name = ""] = await readdir(box);
      const file = path.join(box, name);
      const raw = await readFile(file);
      for (const line of raw.toString("latin1").split(/\r?\n/)) expect(line.length).toBeLessThanOrEqual(998);
      const place = addresses.indexOf(address);
      const stopped = withStopLine({ html, text }, { link: `http://127.0.0.1/api/family/stop/g${place}` });
      expect(readByPython(file)).toEqual({
        from: "Ilse Maronde <ilse@sallowbay.example>",
        to: `Ewa Wójcik <${address}>`,
        subject,
        parts: [
          ["text/plain", stopped.text.trim()],
          ["text/html", stopped.html],
        ],
      });
      const mail = await simpleParser(raw);
      expect(mail.messageId).toBe(`<letter-${place}@letters.vine-note.invalid>`);
      expect(mail.headerLines.map(({ line }) => line)).toContain("List-Unsubscribe-Post: List-Unsubscribe=One-Click");
      expect(mail.replyTo?.text).toContain(TEACHER);
    }
  },
  60_000,
);
