import { once } from "node:events";
import { createServer } from "node:http";
import { SMTPServer } from "smtp-server";
import { describe, expect, test, vi } from "vitest";
import { type MailSettings, mailSettingsSchema, NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import { messageIdOf } from "../edge/messageId";
import { sendingServer } from "../letters/sendingServer";
import { smtpTransport } from "../letters/transport";
import { letter, newFolders, opened, roomHere } from "../testing";
import { MailDesk } from "./mailDesk";
import { storedMail } from "./storedMail";
import { ImapServer } from "./testing/imapServer";
import { tryMail } from "./tryMail";
import { watchMailbox } from "./watchMailbox";

newFolders();

const here = (port: number) => ({ host: "127.0.0.1", port, security: "none" as const });
const signIn = (part: Partial<MailSettings["signIn"]> = {}): MailSettings["signIn"] => ({
  ...NO_MAIL_SETTINGS.signIn,
  name: "ilse",
  password: "secret",
  ...part,
});

/** A mail server that lets in who has the password or the token. */
async function smtp(): Promise<{ port: number; taken: string[] }> {
  const taken: string[] = [];
  const server = new SMTPServer({
    allowInsecureAuth: true,
    authMethods: ["PLAIN", "LOGIN", "XOAUTH2"],
    disabledCommands: ["STARTTLS"],
    onAuth: ({ username, password, accessToken }, _session, done) =>
      password === "secret" || accessToken === "token"
        ? done(null, { user: username })
        : done(Object.assign(new Error("5.7.8 wrong name or password"), { responseCode: 535 })),
    onData: (stream, session, done) => {
      taken.push(...session.envelope.rcptTo.map(({ address }) => address));
      stream.on("end", () => done()).resume();
    },
  });
  server.on("error", () => undefined);
  server.listen(0, "127.0.0.1");
  await once(server.server, "listening");
  opened.push({ close: () => new Promise<void>((done) => server.close(() => done())) });
  return { port: (server.server.address() as { port: number }).port, taken };
}

async function imap(): Promise<ImapServer & { port: number }> {
  const server = new ImapServer();
  const port = await server.listen();
  opened.push(server);
  return Object.assign(server, { port });
}

/** Where a refresh token is changed for one to sign in with. */
async function tokens(): Promise<{ url: string; asked: string[] }> {
  const asked: string[] = [];
  const server = createServer(async (request, response) => {
    let body = "";
    for await (const part of request) body += part;
    asked.push(body);
    const isRight = body.includes("refresh_token=again");
    response.statusCode = isRight ? 200 : 400;
    response.setHeader("content-type", "application/json");
    response.end(JSON.stringify(isRight ? { access_token: "token", expires_in: 3600 } : { error: "invalid_grant" }));
  });
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  opened.push({ close: async () => void server.close() });
  return { url: `http://127.0.0.1:${(server.address() as { port: number }).port}/token`, asked };
}

const answerTo = (id: string, words: string) =>
  `From: Ewa <ewa@x.example>\r\nSubject: Re\r\nIn-Reply-To: ${messageIdOf(id)}\r\n\r\n${words}\r\n`;

describe("trying the mail settings", () => {
  test("says in words what is right and what is wrong, and sends nothing", async () => {
    const [sending, reading] = [await smtp(), await imap()];
    const places = { sending: here(sending.port), reading: here(reading.port) };
    expect(await tryMail({ ...places, signIn: signIn() })).toEqual({
      sending: { ok: true, words: "Signed in. Nothing was sent." },
      reading: { ok: true, words: "The mailbox can be read. Nothing in it was changed." },
    });
    const wrong = await tryMail({ ...places, signIn: signIn({ password: "no" }) });
    for (const way of [wrong.sending, wrong.reading]) {
      expect(way).toMatchObject({ ok: false, words: expect.stringContaining("did not accept the name and password") });
    }
    const nobody = await tryMail({ sending: here(1), signIn: signIn() });
    expect(nobody).toEqual({
      sending: { ok: false, words: expect.stringMatching(/Nobody answers|can’t be reached|failed/) },
    });
    expect(sending.taken).toEqual([]);
  });

  test("with OAuth 2 a refresh token is changed for one to sign in with, at the address that was given alone", async () => {
    const [sending, reading, token] = [await smtp(), await imap(), await tokens()];
    const oauth = (refreshToken: string) =>
      signIn({
        by: "OAuth 2",
        password: "",
        clientId: "vine",
        clientSecret: "s",
        refreshToken,
        tokenAddress: token.url,
      });
    const settings = { sending: here(sending.port), reading: here(reading.port), signIn: oauth("again") };
    expect(await tryMail(settings)).toMatchObject({ sending: { ok: true }, reading: { ok: true } });
    expect(token.asked[0]).toMatch(/grant_type=refresh_token/);
    const old = await tryMail({ ...settings, signIn: oauth("old") });
    expect([old.sending?.ok, old.reading?.ok]).toEqual([false, false]);
    const transport = smtpTransport(sendingServer(settings) ?? "");
    opened.push({ close: async () => transport.close() });
    expect(await transport.send(letter("a"))).toMatchObject({ kind: "accepted" });
    expect(sending.taken).toEqual(["ewa@harbourmail.example"]);
  });
});

describe("the mail settings", () => {
  test("are kept for the owner alone, and never come back with what is secret", async () => {
    const desk = new MailDesk(await roomHere(), { sets: [], familiesReachLinks: false }, undefined);
    await desk.keep({ sending: here(25), signIn: signIn() });
    const view = await desk.view();
    expect(JSON.stringify(view)).not.toContain("secret");
    expect(view).toMatchObject({ kept: ["password"], byEnvironment: [], familiesReachLinks: false });
    // Left empty, the password that is saved stays; it never goes to another server, port, user or token address.
    await desk.keep({ sending: here(25), dailyLimit: 9, signIn: signIn({ password: "" }) });
    expect((await storedMail(await roomHere())).signIn.password).toBe("secret");
    const elsewhere = { host: "mail.elsewhere.example", port: 465, security: "TLS from the start" as const };
    for (const other of [
      { sending: elsewhere, signIn: signIn({ password: "" }) },
      { sending: here(26), signIn: signIn({ password: "" }) },
      { sending: here(25), reading: here(143), signIn: signIn({ password: "" }) },
      { sending: here(25), signIn: signIn({ name: "other", password: "" }) },
    ]) {
      await expect(desk.keep(other)).rejects.toMatchObject({ code: "not readable" });
      await expect(desk.try(other)).rejects.toThrow("Enter the password again");
    }
    expect(await storedMail(await roomHere())).toMatchObject({ sending: here(25), signIn: { password: "secret" } });
    await desk.keep({ sending: elsewhere, signIn: signIn({ password: "typed" }) });
    expect(view.setAside).toEqual([]);
    const { db, id } = await roomHere();
    const aside = { room: id, name: "journal.ndjson", bytes: Buffer.from("?") };
    await db.insertInto("setAside").values(aside).execute();
    expect((await desk.view()).setAside).toEqual(["journal.ndjson"]);
    await (await roomHere()).set({ mailSettings: "{broken" });
    const said = vi.spyOn(console, "error").mockImplementation(() => undefined);
    expect(await storedMail(await roomHere())).toEqual(NO_MAIL_SETTINGS);
    said.mockRestore();
  });

  test("send a refresh token to no other token address than it was given for, and to none in the clear", async () => {
    const desk = new MailDesk(await roomHere(), { sets: [], familiesReachLinks: false }, undefined);
    const oauth = (part: object) =>
      signIn({
        by: "OAuth 2",
        password: "",
        clientId: "vine",
        tokenAddress: "https://login.school.example/token",
        ...part,
      });
    await desk.keep({ sending: here(25), signIn: oauth({ clientSecret: "s", refreshToken: "r" }) });
    const other = { tokenAddress: "https://login.elsewhere.example/token" };
    await expect(desk.keep({ sending: here(25), signIn: oauth(other) })).rejects.toThrow(
      "client secret and the refresh",
    );
    await expect(desk.try({ sending: here(25), signIn: oauth(other) })).rejects.toThrow("refresh token");
    await desk.keep({ sending: here(25), signIn: oauth({}) });
    expect((await storedMail(await roomHere())).signIn.refreshToken).toBe("r");
    for (const [tokenAddress, isGood] of [
      ["http://login.school.example/token", false],
      ["http://127.0.0.1:4000/token", true],
      ["https://login.school.example/token", true],
    ] as const) {
      const settings = { sending: here(25), signIn: oauth({ tokenAddress }) };
      expect(mailSettingsSchema.safeParse(settings).success, tokenAddress).toBe(isGood);
    }
  });

  test.each<[string, unknown, string]>([
    [
      "a password in the clear over a network",
      { sending: { host: "mail.school.example", port: 25, security: "none" } },
      "sending.security",
    ],
    [
      "a name with a port",
      { reading: { host: "mail.school.example:993", port: 993, security: "TLS from the start" } },
      "reading.host",
    ],
    ["no port", { sending: { host: "mail.school.example", security: "TLS from the start" } }, "sending.port"],
    ["OAuth 2 without an address", { sending: here(25), signIn: signIn({ by: "OAuth 2" }) }, "signIn.tokenAddress"],
  ])("with %s are refused at the field", (_words, part, field) => {
    const read = mailSettingsSchema.safeParse({ signIn: signIn(), ...(part as object) });
    expect(read.error?.issues.map((issue) => issue.path.join("."))).toEqual([field]);
  });
});

describe("the mailbox", () => {
  test("is looked into again and again; what is about letters is given on once, also after a restart, and nothing is changed", async () => {
    const server = await imap();
    server.add("From: a@x.example\r\nSubject: Lunch?\r\n\r\nNot for us.\r\n");
    server.add(answerTo("a", "Thank you."));
    const settings = { reading: here(server.port), signIn: signIn() };
    const room = await roomHere();
    const read: string[] = [];
    const watch = () =>
      watchMailbox(
        settings,
        room,
        async (message) => read.push(Buffer.from(message).toString().split("\r\n\r\n")[1]?.trim() ?? ""),
        Date.now,
        20,
      );
    let watching = watch();
    await vi.waitFor(() => expect(read).toEqual(["Thank you."]));
    await vi.waitFor(async () => expect((await room.row()).mailboxPlace).toContain('"lastUid":2'));
    watching.stop();
    watching = watch();
    server.add("From: MAILER-DAEMON@x.example\r\nContent-Type: multipart/report; boundary=b\r\n\r\nIt came back.\r\n");
    // What was just looked into may be given on twice: whoever takes it knows it again.
    await vi.waitFor(() => expect([...new Set(read)]).toEqual(["Thank you.", "It came back."]));
    server.password = "another";
    await vi.waitFor(() => expect(watching.trouble).toContain("wrong name or password"));
    server.password = "secret";
    await vi.waitFor(() => expect(watching.trouble).toBeUndefined());
    // A mailbox that was rebuilt numbers its messages again.
    server.validity = 8;
    server.messages.splice(0);
    server.add(answerTo("b", "Once more."));
    await vi.waitFor(() => expect(read.at(-1)).toBe("Once more."));
    watching.stop();
    expect(server.asked.filter((verb) => /STORE|EXPUNGE|DELETE|APPEND|SELECT|MOVE|COPY/.test(verb))).toEqual([]);
  });

  test("that can't be given on stays to be read: the place moves on only once all was taken", async () => {
    const server = await imap();
    server.add(answerTo("a", "Thank you."));
    let isFull = true;
    const read: number[] = [];
    const watching = watchMailbox(
      { reading: here(server.port), signIn: signIn() },
      await roomHere(),
      async (message) => {
        if (isFull) throw new Error("no room");
        read.push(message.length);
      },
      Date.now,
      20,
    );
    await vi.waitFor(() => expect(watching.trouble).toContain("no room"));
    isFull = false;
    await vi.waitFor(() => expect(read).toHaveLength(1));
    watching.stop();
  });
});
