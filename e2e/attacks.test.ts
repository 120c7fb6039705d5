import { readdirSync } from "node:fs";
import { request } from "node:http";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import type { HandedLetter } from "@/core/delivery/postRequests";
import { letter } from "@/post/testing";
import { freePort } from "./support/freePort";
import { delivered } from "./support/mailboxes";
import { TestServer } from "./support/server";

/** Every route that can be asked for something, with what it takes. */
const ROUTES: readonly (readonly [method: string, route: string, body?: unknown])[] = [
  ["POST", "/api/post/letters", { roundId: "round", leavesAt: 0, letters: [letter("a")] }],
  ["POST", "/api/post/messages", { letters: [letter("a")] }],
  ["PUT", `/api/post/enclosures/${"0".repeat(64)}`, "another file"],
  ["POST", "/api/post/pause", { roundId: "round", paused: true }],
  ["POST", "/api/post/withdraw", { roundId: "round" }],
  ["POST", "/api/family/answers", { answerId: "a", cardId: "c", studentName: "Ana", studentNumber: "", guardians: [] }],
  ["POST", "/api/family/cards", { id: "c", title: "t", greeting: "", questions: [], teacherName: "", schoolName: "" }],
  ["POST", "/api/family/links", { guardianIds: ["g"], teacherName: "", schoolName: "" }],
  ["POST", "/api/family/wishes", { token: "t", wish: { confirmation: "stopped" } }],
  ["POST", "/api/practice/answers", { address: "a@b.example", message: "m", text: "t" }],
  ["PUT", "/api/practice/rehearsal", { behaviour: "delivers", letters: 0 }],
  ["POST", "/api/family/answers/taken", { journalId: "j", seqs: [1] }],
  ["PUT", "/api/post/mail", NO_MAIL_SETTINGS],
  ["POST", "/api/post/mail/trial", NO_MAIL_SETTINGS],
  ["GET", "/api/post/mail"],
  ["POST", "/api/post/inbox"],
  ["GET", "/api/practice/mailboxes"],
  ["GET", "/api/post/events?logId=&after=0&waitMs=0"],
  ["DELETE", "/api/practice/mailboxes"],
  ["DELETE", "/api/post/replies/x"],
];
const TAKING = ROUTES.filter(([, , body]) => body !== undefined);
const LARGE_BYTES = 50_000_000;

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start();
  // Asked once, it has laid out its folder.
  await events();
});
afterAll(() => server.stop());

interface Said {
  readonly status: number;
  readonly headers: Record<string, string | string[] | undefined>;
  readonly text: string;
}

/** A request as it is written here, whatever a browser would make of it. */
function ask(
  method: string,
  route: string,
  body?: unknown,
  headers: Record<string, string> = {},
  port = server.port,
): Promise<Said> {
  const bytes = body === undefined ? undefined : Buffer.from(typeof body === "string" ? body : JSON.stringify(body));
  return new Promise((resolve, reject) => {
    const asking = request(
      {
        host: "127.0.0.1",
        port,
        method,
        path: route,
        headers: { ...(bytes && { "content-length": bytes.length }), ...headers },
      },
      (answered) => {
        let text = "";
        answered.setEncoding("utf8");
        answered.on("data", (part: string) => {
          text += part;
        });
        answered.on("end", () => resolve({ status: answered.statusCode ?? 0, headers: answered.headers, text }));
      },
    );
    asking.on("error", reject);
    asking.end(bytes);
  });
}

/** What lies in the data folder, by name; what an attack must not change. */
const files = () =>
  readdirSync(server.dataFolder, { recursive: true, withFileTypes: true })
    .filter((one) => one.isFile())
    .map(({ parentPath, name }) => path.join(parentPath, name))
    .sort();
const events = async () => {
  const { text } = await ask("GET", "/api/post/events?logId=&after=0&waitMs=0");
  return JSON.parse(text).events as { kind?: string; state?: string; letterId?: string }[];
};

describe("who asks from elsewhere is refused by every route, and nothing is done", () => {
  test.each([
    ["under another name of this computer", { host: "evil.example" }],
    ["from another page", { origin: "http://evil.example" }],
    ["from a page on another port", { origin: "http://127.0.0.1:9" }],
    ["from a sandboxed page", { origin: "null" }],
    ["by a script of another site", { "sec-fetch-site": "cross-site", "sec-fetch-mode": "cors" }],
  ])("%s", async (_what, headers) => {
    const before = files();
    for (const [method, route, body] of ROUTES) {
      const { status, text } = await ask(method, route, body, headers);
      expect([status, JSON.parse(text).code], `${method} ${route}`).toEqual([403, "not allowed"]);
    }
    expect(files()).toEqual(before);
  });
});

test("this computer's other names lead to the one address, since what a browser keeps belongs to it", async () => {
  for (const name of ["localhost", "[::1]"]) {
    const host = `${name}:${server.port}`;
    const { status, text } = await ask("GET", "/gradebook?class=7b", undefined, { host });
    expect(status).toBe(200);
    expect(text).toContain(`content="0; url=http://127.0.0.1:${server.port}/gradebook?class=7b"`);
  }
});

describe("what can't be read is refused with its reason, and the server stays well", () => {
  test.each([
    ["nothing", ""],
    ["no JSON", "{"],
    ["a list", "[]"],
    ["null", "null"],
    ["an object with nothing in it", "{}"],
    [
      "numbers for words",
      '{"roundId":1,"letters":1,"token":1,"guardianIds":1,"id":1,"answerId":1,"address":1,"behaviour":1}',
    ],
    ["a prototype", '{"__proto__":{"roundId":"r"},"constructor":{"roundId":"r"}}'],
  ])("%s", async (_what, body) => {
    for (const [method, route] of TAKING) {
      const { status, text } = await ask(method, route, body);
      expect(status, `${method} ${route}: ${text}`).toBe(400);
      expect(JSON.parse(text)).toMatchObject({ code: "not readable", message: expect.stringMatching(/./) });
    }
  });

  test("lists in lists without end", async () => {
    const DEEP = ["[".repeat(5_000_000), `${'{"a":'.repeat(200_000)}1${"}".repeat(200_000)}`];
    for (const [method, route] of TAKING.filter(([, one]) => !one.startsWith("/api/family/"))) {
      for (const body of DEEP) {
        const { status, text } = await ask(method, route, body);
        expect([status, JSON.parse(text).code], route).toEqual([400, "not readable"]);
      }
    }
  });

  test("an address with broken escapes", async () => {
    for (const route of [
      "/card/%E0%A4%A",
      "/family/%zz",
      "/record/%",
      "/api/family/stop/%ff",
      "/api/post/replies/%c0",
    ]) {
      const { status, text } = await ask("GET", route);
      expect(status, `${route}: ${text.slice(0, 100)}`).toBe(400);
      expect(text).toContain("can’t be read");
    }
  });

  test("a body of 50 MB", async () => {
    const large = `{"roundId":"${"x".repeat(LARGE_BYTES)}"}`;
    for (const [method, route] of TAKING) {
      // The server may close the connection before all has been given over.
      const said = await ask(method, route, large).catch((cause: NodeJS.ErrnoException) => cause.code);
      expect(["EPIPE", "ECONNRESET", 413], `${method} ${route}`).toContain(
        typeof said === "object" ? said.status : said,
      );
    }
    expect((await ask("GET", "/api/practice/mailboxes")).status).toBe(200);
  });

  test("while what may be as large is taken whole", async () => {
    const letters = Array.from({ length: 14 }, (_, place) =>
      letter(`large-${place}`, { html: "x".repeat(450_000), text: "é".repeat(450_000) }),
    );
    const { status, text } = await ask("POST", "/api/post/letters", {
      roundId: "large",
      leavesAt: Date.now() + 3_600_000,
      letters,
    });
    expect([status, text]).toEqual([200, '{"taken":14,"known":0}']);
    expect((await ask("POST", "/api/post/withdraw", { roundId: "large" })).text).toBe('{"withdrawn":14}');
  });

  test("ways of asking that are not there", async () => {
    for (const method of ["PATCH", "DELETE", "PUT"])
      expect((await ask(method, "/api/post/letters", {})).status).toBe(405);
  });
});

describe("a letter can't carry more than itself", () => {
  const handOver = (part: Partial<HandedLetter>, round: Record<string, unknown> = {}) =>
    ask("POST", "/api/post/letters", { roundId: "round", leavesAt: 0, letters: [letter("a", part)], ...round });
  const to = (name: string, address = "ewa@harbourmail.example") => ({ to: { name, address } });

  test.each([
    ["a header in the subject", { subject: "Hello\r\nBcc: all@evil.example" }],
    ["a header in a name", to("Ewa\r\nBcc: all@evil.example")],
    ["a header in an address", to("Ewa", "ewa@harbourmail.example\r\nBcc: all@evil.example")],
    ["a line break alone", { subject: "Hello\nBcc: all@evil.example" }],
    ["a null character", { subject: "Hello\0" }],
    ["a reply address with a header", { replyTo: "i@sallowbay.example\nBcc: all@evil.example" }],
    ["a path for an id", { id: "../../secret" }],
    ["no address", to("Ewa", "")],
    ["text beyond all measure", { text: "x".repeat(600_000) }],
  ])("%s", async (_what, part) => {
    const { status, text } = await handOver(part);
    expect([status, JSON.parse(text).code]).toEqual([400, "not readable"]);
    expect((await events()).filter(({ letterId }) => letterId === "a")).toEqual([]);
  });

  test.each(["../round", "a/b", "", "x".repeat(81), "r\n"])("a round that is called %j", async (roundId) => {
    expect((await handOver({}, { roundId })).status).toBe(400);
  });

  test("scripts in every field stay words, and two addresses in one get no second letter", async () => {
    const script = '"><script>alert(1)</script>';
    const { status } = await handOver({ ...to(script), subject: script, html: "<p>x</p>", text: script, id: "script" });
    expect(status).toBe(200);
    await expect.poll(async () => (await events()).at(-1)?.state).toBe("accepted");
    const [{ mail } = {}] = await delivered(server.url);
    expect(mail?.subject).toBe(script);
    expect(mail?.to).toMatchObject({ value: [{ name: script, address: "ewa@harbourmail.example" }] });
    const boxes = await ask("GET", "/api/practice/mailboxes/ewa%40harbourmail.example");
    const [{ name }] = JSON.parse(boxes.text);
    const message = await ask("GET", `/api/practice/mailboxes/ewa%40harbourmail.example/${name}`);
    // Opened by itself it is no page.
    expect(message.headers).toMatchObject({ "content-type": "message/rfc822", "x-content-type-options": "nosniff" });
    const second = await handOver({ ...to("Ewa", "one@harbourmail.example, two@harbourmail.example"), id: "two" });
    const reached = (await delivered(server.url)).map(({ address }) => address);
    expect(second.status).toBe(400);
    expect(reached).not.toContain("two@harbourmail.example");
  });
});

describe("an id leads nowhere else", () => {
  const TRICKS = ["..%2F..%2Fsecret", "%2e%2e%2fsecret", "..%5C..%5Csecret", "%00", "a".repeat(3000), "."];

  test.each(TRICKS)("%.20s", async (trick) => {
    const part = await ask("GET", "/api/backup/server");
    const [secret = ""] = (JSON.parse(part.text) as { secrets: string[] }).secrets;
    expect(secret).not.toBe("");
    for (const [method, route] of [
      ["GET", `/api/practice/mailboxes/${trick}`],
      ["GET", `/api/practice/mailboxes/${trick}%40x.example/${trick}`],
      ["GET", `/api/practice/mailboxes/ewa%40harbourmail.example/${trick}`],
      ["GET", `/api/post/replies/${trick}`],
      ["DELETE", `/api/post/replies/${trick}`],
    ] as const) {
      const { status, text } = await ask(method, route);
      expect(status, `${method} ${route}: ${text.slice(0, 200)}`).toBeLessThan(500);
      expect(text).not.toContain(secret);
    }
  });
});

describe("a stop link is one guardian's alone", () => {
  const tokens = async (...guardianIds: string[]) => {
    const { text } = await ask("POST", "/api/family/links", { guardianIds, teacherName: "", schoolName: "" });
    return JSON.parse(text).tokens as Record<string, string>;
  };
  const wishes = async () => (await events()).filter(({ kind }) => kind === "wish");

  test("forged, cut, changed, swapped or of another case it says nothing for anybody", async () => {
    const { ewa = "", jan = "" } = await tokens("ewa", "jan");
    const [name, code] = ewa.split(".");
    const bad = [
      `${name}.${jan.split(".")[1]}`,
      `${jan.split(".")[0]}.${code}`,
      ewa.slice(0, -1),
      `${ewa}A`,
      `${name}.${code?.toLowerCase()}`,
      `${name}.`,
      "x",
      `${ewa}%0d%0aX-Evil:1`,
    ];
    for (const token of bad) {
      const { status } = await ask("POST", `/api/family/stop/${token}`);
      expect([403, 404], token).toContain(status);
      expect((await ask("POST", "/api/family/wishes", { token, wish: { frequency: "weekly" } })).status).toBe(403);
      const followed = await ask("GET", `/api/family/stop/${token}`);
      expect(followed.headers["x-evil"]).toBeUndefined();
      expect(String(followed.headers.location ?? "/family/")).toMatch(/^\/family\//);
    }
    expect(await wishes()).toEqual([]);
    expect((await ask("POST", `/api/family/stop/${ewa}`)).status).toBe(200);
    expect(await wishes()).toMatchObject([{ guardianId: "ewa", wish: { confirmation: "stopped" } }]);
  });
});

describe("behind a server that families reach", () => {
  const host = "notes.school.example";
  let behind: TestServer;
  let familyPort: number;
  beforeAll(async () => {
    familyPort = await freePort();
    behind = await TestServer.start({ VINE_PUBLIC_URL: `https://${host}`, VINE_FAMILY_PORT: String(familyPort) });
  });
  afterAll(() => behind.stop());
  const from = (method: string, route: string, body?: unknown, headers: Record<string, string> = {}) =>
    ask(method, route, body, { host, "x-forwarded-for": "203.0.113.9", ...headers }, behind.port);

  test("their pages work under its name, and nothing else does", async () => {
    const card = { id: "c", title: "Who?", greeting: "", questions: [], teacherName: "Ilse", schoolName: "" };
    expect((await ask("POST", "/api/family/cards", card, {}, behind.port)).status).toBe(200);
    const page = await from("GET", "/card/c");
    expect([page.status, page.text.includes("Who?")]).toEqual([200, true]);
    const [script = ""] = /\/_next\/static\/[^"]+\.js/.exec(page.text) ?? [];
    expect((await from("GET", script)).status).toBe(200);
    const answer = {
      answerId: "a",
      cardId: "c",
      studentName: "Ana Roe",
      studentNumber: "",
      guardians: [{ name: "Ewa", address: "", relation: "", language: "", frequency: "" }],
    };
    const origin = `https://${host}`;
    expect((await from("POST", "/api/family/answers", answer, { origin })).status).toBe(200);
    expect((await from("POST", "/api/family/answers", answer, { origin: "https://evil.example" })).status).toBe(403);
    const { text } = await ask(
      "POST",
      "/api/family/links",
      { guardianIds: ["g"], teacherName: "", schoolName: "" },
      {},
      behind.port,
    );
    const { g = "" } = JSON.parse(text).tokens;
    expect((await from("GET", `/family/${g}`)).status).toBe(200);
    expect((await from("POST", `/api/family/stop/${g}`)).status).toBe(200);
    for (const [method, route, body] of ROUTES.filter(([, one]) => !/answers$|wishes$/.test(one)))
      for (const name of [{ host }, { host: `127.0.0.1:${behind.port}` }])
        expect((await from(method, route, body, name)).status, `${method} ${route}`).toBe(403);
    for (const route of ["/", "/gradebook", "/settings", "/families", "/card/../gradebook"])
      expect((await from("GET", route)).status, route).toBe(403);
    expect((await ask("GET", "/gradebook", undefined, {}, behind.port)).status).toBe(200);
  });

  /** What a proxy may say of a request, rightly or wrongly. */
  const SAID = (port: number): [string, Record<string, string>][] => [
    ["its own name", { host }],
    ["this computer's name, and nothing of the way", { host: `127.0.0.1:${port}` }],
    ["this computer's name and a forged way", { host: `127.0.0.1:${port}`, "x-forwarded-for": "127.0.0.1" }],
    [
      "localhost as the host that was asked for",
      { host: `localhost:${port}`, "x-forwarded-host": `127.0.0.1:${port}` },
    ],
    ["the word of the listener", { host: `127.0.0.1:${port}`, "x-vine-note-judged": "undefined own" }],
    ["another name", { host: "evil.example", forwarded: "for=127.0.0.1;host=127.0.0.1" }],
    ["the page's origin", { host: `127.0.0.1:${port}`, origin: `https://${host}`, "sec-fetch-site": "same-origin" }],
  ];
  const TEACHERS = ["/", "/gradebook", "/settings", "/families", "/practice", "/api/backup/server", "/api/post/mail"];

  test("on the families' own port a proxy gets their pages alone, whatever it says and leaves out", async () => {
    for (const [words, headers] of SAID(familyPort)) {
      expect((await ask("GET", "/card/c", undefined, headers, familyPort)).status, words).toBe(200);
      for (const route of [...TEACHERS, "/card/../gradebook", "/view/%2e%2e/settings", "//gradebook", "/card/c/../../"])
        expect((await ask("GET", route, undefined, headers, familyPort)).status, `${words}: ${route}`).toBe(403);
      for (const [method, route, body] of ROUTES.filter(([, one]) => !/answers$|wishes$|views$/.test(one)))
        expect((await ask(method, route, body, headers, familyPort)).status, `${words}: ${method} ${route}`).toBe(403);
    }
  });

  test("on the teacher's port nothing that another server passed on gets hers, also with a forged way", async () => {
    for (const [words, headers] of SAID(behind.port)) {
      // Nothing tells a proxy on this computer that says nothing at all from the teacher's own browser.
      if (words === "this computer's name, and nothing of the way" || headers["x-vine-note-judged"]) continue;
      for (const route of TEACHERS)
        expect((await ask("GET", route, undefined, headers, behind.port)).status, `${words}: ${route}`).toBe(403);
      const letters = { roundId: "r", leavesAt: 0, letters: [letter("forged")] };
      expect((await ask("POST", "/api/post/letters", letters, headers, behind.port)).status, words).toBe(403);
    }
    const { text } = await ask("GET", "/api/post/events?logId=&after=0&waitMs=0", undefined, {}, behind.port);
    expect(text).not.toContain("forged");
    // Families that came this way are told of, so that the proxy is pointed to the other port.
    expect(JSON.parse(text).status.pointProxyTo).toBe(`http://127.0.0.1:${familyPort}`);
  });
});
