import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import path from "node:path";
import type { Day } from "@/core/model/day";
import type { WorldRecords } from "@/core/model/world";
import type { PaperRun } from "@/core/report/paperContent";
import { createEngine } from "@/workers/engine/createEngine";
import type { Engine } from "@/workers/engine/startEngine";
import { WorkerEnded } from "@/workers/life/mortal";
import type { MadePaper } from "@/workers/paper/paperApi";
import { createBackup } from "./backup/files/createBackup";
import { Office } from "./office";
import type { Dependencies, LockMode } from "./open/dependencies";

/** What tests of the office work with: a browser without a page, and the real server in the same process. */

/** The engine without a worker: questions and answers are copied, as on the way into a worker and back. `before` may do something first. */
function engineInProcess(before: (question: string) => Promise<void>): Engine {
  const engine = createEngine() as unknown as Record<string, (...asked: unknown[]) => unknown>;
  return new Proxy({} as Engine, {
    get: (_target, question: string) =>
      question === "then"
        ? undefined
        : async (...asked: unknown[]) => {
            await before(question);
            return structuredClone(await engine[question]?.(...structuredClone(asked)));
          },
  });
}

/** A browser: its tabs share data and locks, and hear each other. */
export class TestBrowser {
  private readonly lines = new Map<string, Promise<unknown>>();
  private readonly sharing = new Map<string, Set<Promise<void>>>();
  private readonly busy = new Set<string>();
  /** The locks that somebody waits for who wants to have them alone. */
  readonly waited = new Set<string>();
  /** How often a page was loaded again by itself. */
  reloads = 0;
  private readonly tabs = new Set<(word: unknown) => void>();
  private readonly opened: Office[] = [];
  private readonly tabOf = new WeakMap<Office, { isClosed: boolean }>();
  /** Other browsers of one process have other ids, as in the world. */
  private readonly prefix = `b${nextBrowser()}`;
  private ids = 0;
  /** While the server is away nobody answers. */
  isOnline = true;
  clock = Date.now;
  /** The browser ends the worker of the engine that was started last. */
  endEngine: () => void = () => undefined;
  /** How long a request is on its way, and then its answer, in ms: one may overtake another. */
  latency: () => number = () => 0;
  /** Whether a request is answered while the server is there. */
  isAnswered: (method: string, url: string) => boolean = () => true;
  /** What stands for drawing: the words of a paper are its file. */
  drawPaper: (run: PaperRun) => MadePaper = ({ papers }) => {
    const file = new TextEncoder().encode(JSON.stringify(papers));
    return { ok: true, file, pages: 1, cut: [], boxes: [], memory: 0 };
  };
  /** What happens before the engine is asked something. */
  beforeQuestion: (question: string) => Promise<void> = async () => undefined;

  /** None where the day is the clock's own. */
  pinnedToday: Day | undefined;

  constructor(
    today: Day,
    private readonly serve: (request: Request) => Promise<Response>,
    private databaseName = "vine-note",
  ) {
    this.pinnedToday = today;
  }

  /** From now on this is another browser, with data of its own. */
  moveTo(databaseName: string): void {
    this.databaseName = databaseName;
  }

  /** Opens a tab. `demo` is what an empty browser opens on. */
  async open(demo?: WorldRecords): Promise<Office> {
    const tab = { isClosed: false };
    const office = await Office.open(this.dependencies(tab), demo && (() => [demo, []]));
    this.opened.push(office);
    this.tabOf.set(office, tab);
    return office;
  }

  /** One tab is closed: its turn in every line goes to the next. */
  closeTab(office: Office): void {
    const tab = this.tabOf.get(office);
    if (tab) tab.isClosed = true;
    office.close();
    this.lines.clear();
  }

  close(): void {
    for (const office of this.opened.splice(0)) office.close();
  }

  private async served(request: Request): Promise<Response> {
    await onItsWay(this.latency());
    const answer = await this.serve(request);
    await onItsWay(this.latency());
    return answer;
  }

  private dependencies(tab: { readonly isClosed: boolean }): Dependencies {
    return {
      databaseName: this.databaseName,
      now: () => this.clock(),
      pinnedToday: this.pinnedToday,
      newId: () => {
        this.ids += 1;
        return `${this.prefix}-${this.ids}`;
      },
      locks: {
        request: (name: string, work: () => Promise<never>, mode: LockMode = "alone") => {
          // A tab that is gone stands in no line any more.
          if (tab.isClosed) return new Promise<never>(() => undefined);
          const sharing = this.sharing.get(name) ?? new Set();
          this.sharing.set(name, sharing);
          if (mode === "if free" && (sharing.size > 0 || this.busy.has(name)))
            return Promise.resolve(undefined as never);
          const before = this.lines.get(name) ?? Promise.resolve();
          if (mode === "shared") {
            const turn = before.then(work);
            const over = turn.catch(() => undefined).then(() => void sharing.delete(over));
            sharing.add(over);
            return turn;
          }
          if (sharing.size > 0) this.waited.add(name);
          const turn = Promise.all([before, ...sharing]).then(() => {
            this.waited.delete(name);
            this.busy.add(name);
            return work().finally(() => this.busy.delete(name));
          });
          this.lines.set(
            name,
            turn.catch(() => undefined),
          );
          return turn;
        },
      },
      openChannel: (listen) => {
        this.tabs.add(listen);
        return {
          post: (word) => {
            for (const tab of this.tabs) if (tab !== listen) queueMicrotask(() => tab(structuredClone(word)));
          },
          close: () => this.tabs.delete(listen),
        };
      },
      fetch: (url, init) =>
        this.isOnline && this.isAnswered(init?.method ?? "GET", String(url))
          ? untilAborted(this.served(new Request(new URL(String(url), ORIGIN), init)), init?.signal)
          : Promise.reject(new TypeError("Nobody answers.")),
      pause: (ms) => new Promise((resolve) => setTimeout(resolve, Math.min(ms, LONGEST_PAUSE_MS))),
      startEngine: (onEnded) => {
        let isGone = false;
        this.endEngine = () => {
          isGone = true;
          onEnded();
        };
        const before = (question: string) =>
          isGone ? Promise.reject(new WorkerEnded()) : this.beforeQuestion(question);
        return { engine: engineInProcess(before), end: () => undefined };
      },
      startBringIn: () => Promise.reject(new Error("No tables are brought in here.")),
      drawPaper: (run) => Promise.resolve(this.drawPaper(run)),
      startBackup: () => ({
        api: createBackup({ newId: () => `${this.prefix}-backup-${++this.ids}`, workFactor: QUICK }),
        end: () => undefined,
      }),
      reload: () => {
        this.reloads += 1;
      },
      origin: ORIGIN,
    };
  }
}

/** Deriving a key takes no time in tests. */
const QUICK = 4;

async function onItsWay(ms: number): Promise<void> {
  if (ms > 0) await new Promise((resolve) => setTimeout(resolve, ms));
}

/** Whoever asks no more is told so at once, also where the answer is still on its way. */
function untilAborted<Answer>(answer: Promise<Answer>, signal: AbortSignal | null | undefined): Promise<Answer> {
  return new Promise((resolve, reject) => {
    if (signal?.aborted) reject(signal.reason);
    signal?.addEventListener("abort", () => reject(signal.reason));
    answer.then(resolve, reject);
  });
}

let browsers = 0;
function nextBrowser(): number {
  browsers += 1;
  return browsers;
}

const ORIGIN = "http://127.0.0.1:3000";
/** Tests wait for what happens, and not for times that are made for people. */
const LONGEST_PAUSE_MS = 20;

/** The server with its post room and practice post, in a folder of its own, reached without a network. */
export async function serverInProcess() {
  const folder = await mkdtemp(path.join(tmpdir(), "vine-note-office-"));
  process.env.VINE_DATA = folder;
  const routes = {
    letters: await import("@/app/api/post/letters/route"),
    events: await import("@/app/api/post/events/route"),
    withdraw: await import("@/app/api/post/withdraw/route"),
    pause: await import("@/app/api/post/pause/route"),
    outdated: await import("@/app/api/post/outdated/route"),
    replace: await import("@/app/api/post/replace/route"),
    "nothing-leaves": await import("@/app/api/post/nothing-leaves/route"),
    clock: await import("@/app/api/practice/clock/route"),
    messages: await import("@/app/api/post/messages/route"),
    enclosures: await import("@/app/api/post/enclosures/[sha256]/route"),
    replies: await import("@/app/api/post/replies/[name]/route"),
    links: await import("@/app/api/family/links/route"),
    cards: await import("@/app/api/family/cards/route"),
    wishes: await import("@/app/api/family/wishes/route"),
    known: await import("@/app/api/family/opt-outs/known/route"),
    server: await import("@/app/api/backup/server/route"),
    forget: await import("@/app/api/backup/forget/route"),
    "opt-outs": await import("@/app/api/family/opt-outs/route"),
    taken: await import("@/app/api/family/answers/taken/route"),
    pages: await import("@/app/api/family/pages/route"),
    views: await import("@/app/api/family/views/route"),
    "view-links": await import("@/app/api/family/view-links/route"),
  };
  const { serverRuntime } = await import("@/post/serverRuntime");
  const serve = async (request: Request): Promise<Response> => {
    const [area = "", name = "", last = ""] = new URL(request.url).pathname.split("/").slice(3);
    const named = [last, name].find((one) => one in routes) ?? area;
    const handlers = routes[named as keyof typeof routes] as unknown as Record<string, typeof serveOne> | undefined;
    const handler = handlers?.[request.method];
    return handler
      ? handler(request, { params: Promise.resolve({ name, sha256: name }) })
      : new Response("{}", { status: 404 });
  };
  return {
    serve,
    serverRuntime,
    folder,
    close: async () => {
      await (await serverRuntime()).close();
      await rm(folder, { recursive: true, force: true });
    },
  };
}

declare function serveOne(request: Request, where: { params: Promise<Record<string, string>> }): Promise<Response>;
