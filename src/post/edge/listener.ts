import { randomUUID } from "node:crypto";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import next from "next";
import { isFamilyRequest, isFormerFamilyRequest, isOwnRequest, type WireRequest, wasPassedOn } from "./judge";
import { JUDGED_HEADER, JUDGED_WORD, type Judged } from "./judged";

/**
 * The server's own listener: it judges the connection and the raw headers of each request before the framework sees it. The
 * teacher's port serves this computer alone. Where there is an address for families, they have a port of their own, which
 * knows their pages and nothing else; a proxy points there.
 */

/** What the server shares between its parts, which are bundled apart. */
const shared = globalThis as typeof globalThis & {
  vineNoteRuntime?: Promise<{ close(): Promise<void> }>;
  /** Whether somebody reached pages of families by the teacher's port: their proxy is to point to the other one. */
  vineNoteFormerPort?: boolean;
};

const HOST = "127.0.0.1";
const startedAt = performance.now();
const isForDevelopment = process.argv.includes("--dev");
const port = Number(process.env.PORT || 3000);
const publicUrl = process.env.VINE_PUBLIC_URL || undefined;
const familyPort = Number(process.env.VINE_FAMILY_PORT || port + 1);
const word = randomUUID();
process.env.PORT = String(port);
process.env[JUDGED_WORD] = word;

const app = next({ dev: isForDevelopment, hostname: HOST, port });
const handle = app.getRequestHandler();

const servers = [createServer((request, response) => serve(request, response, judgedAtTeachersPort))];
if (publicUrl !== undefined)
  servers.push(createServer((request, response) => serve(request, response, judgedAtFamilyPort)));
if (isForDevelopment)
  servers[0]?.on("upgrade", (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));

await listen(servers[0], port);
if (servers[1]) await listen(servers[1], familyPort);
await app.prepare();
console.info(`Vine Note is at http://${HOST}:${port}`);
if (publicUrl !== undefined) console.info(`Families: point the proxy of ${publicUrl} to http://${HOST}:${familyPort}`);
console.info(`Ready in ${Math.round(performance.now() - startedAt)}ms`);

let isEnding = false;
for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, () => void end());

/** What is leaving comes to its end first; asked twice, the process ends at once. */
async function end(): Promise<void> {
  if (isEnding) process.exit(1);
  isEnding = true;
  for (const server of servers) server.close();
  await shared.vineNoteRuntime?.then((runtime) => runtime.close()).catch(() => undefined);
  process.exit(0);
}

function listen(server: Server | undefined, at: number): Promise<void> {
  return new Promise((resolve) => {
    server?.once("error", (cause: NodeJS.ErrnoException) => {
      console.error(
        cause.code === "EADDRINUSE" ? `Port ${at} is in use by another program. Set another one.` : cause.message,
      );
      process.exit(1);
    });
    server?.listen(at, HOST, resolve);
  });
}

function judgedAtTeachersPort(request: WireRequest): Judged | undefined {
  if (isOwnRequest(request)) return "own";
  if (!isFormerFamilyRequest(request, publicUrl)) return undefined;
  shared.vineNoteFormerPort = true;
  return "family";
}

function judgedAtFamilyPort(request: WireRequest): Judged | undefined {
  return isFamilyRequest(request, publicUrl) ? "family" : undefined;
}

function serve(
  request: IncomingMessage,
  response: ServerResponse,
  judge: (request: WireRequest) => Judged | undefined,
): void {
  const url = urlOf(request);
  if (!url) {
    refuse(response, 400, "not readable", "This address can’t be read. See whether it was cut short.");
    return;
  }
  const judged = judge(wireRequest(request, url.pathname));
  if (!judged) {
    refuse(response, 403, "not allowed", "Vine Note answers only its own pages, on this computer.");
    return;
  }
  request.url = `${url.pathname}${url.search}`;
  // The framework believes what stands in these; what is behind the listener has been judged.
  for (const name of Object.keys(request.headers))
    if (wasPassedOn(new Map([[name, ""]])) || name === JUDGED_HEADER) delete request.headers[name];
  if (judged === "family" && publicUrl !== undefined) request.headers.host = new URL(publicUrl).host;
  request.headers[JUDGED_HEADER] = `${word} ${judged}`;
  handle(request, response).catch((cause) => {
    console.error(cause);
    if (!response.headersSent) refuse(response, 500, "went wrong", "Something went wrong. Nothing is lost; try again.");
  });
}

function wireRequest({ method = "", rawHeaders, socket }: IncomingMessage, path: string): WireRequest {
  const headers = new Map<string, string>();
  for (let place = 0; place + 1 < rawHeaders.length; place += 2) {
    const name = (rawHeaders[place] ?? "").toLowerCase();
    const before = headers.get(name);
    // What is said twice says two things: it is taken for neither.
    headers.set(name, before === undefined ? (rawHeaders[place + 1] ?? "") : `${before}, ${rawHeaders[place + 1]}`);
  }
  return { method, path, headers, remoteAddress: socket.remoteAddress ?? "" };
}

/** The address that is asked for, in its one normal form; none where its percent escapes are not whole. */
function urlOf({ url = "/" }: IncomingMessage): URL | undefined {
  try {
    const read = new URL(url, `http://${HOST}`);
    decodeURIComponent(read.pathname);
    return read;
  } catch {
    return undefined;
  }
}

function refuse(response: ServerResponse, status: number, code: string, message: string): void {
  response.writeHead(status, { "content-type": "application/json", "x-content-type-options": "nosniff" });
  response.end(JSON.stringify({ code, message }));
}
