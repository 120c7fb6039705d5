import { simpleParser } from "mailparser";
import { adding, type Change, setRows, updating } from "@/core/change/change";
import { mayWithdraw } from "@/core/delivery/letterState";
import { readyMadeAutomaticNotes } from "@/core/delivery/plans/readyMadeAutomaticNotes";
import { isLetterEvent, type LetterEvent } from "@/core/delivery/postEvent";
import type { Plan, PlanTimes } from "@/core/model/plan";
import type { Settings } from "@/core/model/settings";
import type { WorldRecords } from "@/core/model/world";
import { noteFrom } from "@/core/starters/startNote";
import { sampleAssignment, sampleGuardian, sampleStudent, sampleWorld } from "@/core/testing/sampleClass";
import { databaseId } from "@/store/runRepository";
import { newPlan } from "../automatic/beginAutomaticNote";
import type { Office } from "../office";
import { serverInProcess, TestBrowser } from "../testing";

/** A small world in which notes send themselves: its clock stands where it is told, for the server and the browser alike. */

const ABOUT = { words: "Changed.", screen: "Gradebook" };

/** One class with quizzes, a family for each student. `part` of the guardians by student. */
export function quizWorld(
  names: readonly string[],
  quizzes: number,
  part: Readonly<Record<string, Partial<WorldRecords["guardians"][number]>>> = {},
): WorldRecords {
  const world = sampleWorld({
    schoolClass: { studentIds: [...names] },
    students: names.map((name, place) =>
      sampleStudent({
        ...{ id: name, givenName: name, familyName: "Reed", studentNumber: String(place) },
        guardians: [{ guardianId: `g${name}`, relation: "parent" }],
      }),
    ),
    guardians: names.map((name) =>
      sampleGuardian({
        ...{ id: `g${name}`, givenName: "Kin", familyName: name, householdId: name },
        addresses: [`${name.toLowerCase()}@harbourmail.example`],
        ...part[name],
      }),
    ),
    work: Array.from({ length: quizzes }, (_, place) => ({
      assignment: sampleAssignment({
        ...{ id: `q${place + 1}`, title: `Quiz ${place + 1}`, categoryId: "quizzes", termId: "spring", order: place },
        dueDate: "2027-03-19",
      }),
      scores: {},
    })),
  });
  return { ...world, terms: [{ id: "spring", name: "Spring term", from: "2027-01-11", to: "2027-12-30" }] };
}

export class AutomaticWorld {
  private ahead = 0;
  readonly browser: TestBrowser;

  private constructor(
    readonly server: Awaited<ReturnType<typeof serverInProcess>>,
    private records: WorldRecords,
    databaseName: string,
  ) {
    this.browser = new TestBrowser("2027-01-01", server.serve, databaseName);
    this.browser.pinnedToday = undefined;
    this.browser.clock = () => this.now();
  }

  static async begin(records: WorldRecords, at: string, databaseName: string): Promise<AutomaticWorld> {
    const world = new AutomaticWorld(await serverInProcess(), records, databaseName);
    await world.goTo(at);
    return world;
  }

  /** What an empty browser opens on from now on. */
  replaceRecords(records: WorldRecords): void {
    this.records = records;
  }

  now(): number {
    return Date.now() + this.ahead;
  }

  /** Lets time pass; resolves once all that leaves by then has left. */
  async pass(ms: number): Promise<void> {
    this.ahead += ms;
    await (await this.server.serverRuntime()).stepClock(ms);
    await this.untilLeft();
  }

  /** Resolves once nothing is due that may leave. */
  async untilLeft(): Promise<void> {
    const { postRoom } = await this.server.serverRuntime();
    await until(async () => {
      const last = new Map<string, LetterEvent>();
      const nextAt = new Map<string, number>();
      const waits = new Map<string, boolean>();
      let nothingLeaves = false;
      const { logId } = await postRoom.room.row();
      for (const event of (await postRoom.eventsAfter({ logId, after: 0 })).events) {
        if (isLetterEvent(event)) {
          last.set(event.letterId, event);
          if (event.nextAt !== undefined) nextAt.set(event.letterId, event.nextAt);
        } else if ("outdated" in event) waits.set(`outdated ${event.roundId}`, event.outdated > 0);
        else if ("paused" in event) waits.set(`paused ${event.roundId}`, event.paused);
        else if ("nothingLeaves" in event) nothingLeaves = event.nothingLeaves;
      }
      return ![...last].some(([id, { state, roundId }]) => {
        if (state === "leaving") return true;
        const isDue = mayWithdraw(state) && (nextAt.get(id) ?? 0) <= this.now();
        return isDue && !nothingLeaves && !waits.get(`outdated ${roundId}`) && !waits.get(`paused ${roundId}`);
      });
    });
  }

  goTo(moment: string): Promise<void> {
    return this.pass(Math.round(Date.parse(moment) - this.now()));
  }

  open(): Promise<Office> {
    return this.browser.open(this.records);
  }

  /** Opens the browser for a while, as a teacher does, and closes it once all that is to be scheduled is laid and handed over. */
  async atDesk(work: (office: Office) => Promise<unknown>): Promise<void> {
    const office = await this.open();
    office.line.open();
    await work(office);
    await this.untilScheduled(office);
    this.browser.closeTab(office);
  }

  async untilScheduled(office: Office): Promise<void> {
    await until(async () => {
      await office.plans.atRest();
      const open = await office.database.letters.where("state").equals("prepared").count();
      const outdated = await office.database.laidRounds.where({ state: "outdated" }).count();
      return (
        office.line.state.get().status &&
        open + outdated + (await office.database.outbox.where({ kind: "replacement" }).count()) === 0
      );
    });
  }

  /** Turns a ready-made automatic note on, which sends itself. */
  async turnOn(office: Office, name: string, id: string, times: Partial<PlanTimes>, part: Partial<Plan> = {}) {
    const one = readyMadeAutomaticNotes("Quizzes").find((ready) => ready.name === name);
    if (!one) throw new Error(`${name} is not on offer.`);
    const words = noteFrom({ ...one.words, name }, { id, now: this.now(), period: "spring" });
    const note = { ...words, perFamily: one.perFamily ?? false };
    const plan = await newPlan(office, id, one.plan);
    if (plan.when.kind !== "times") throw new Error("It runs at times.");
    const on: Plan = {
      ...{ ...plan, isOn: true, asks: false, when: { ...plan.when, ...times } },
      laidBy: await databaseId(office.database, office.around.newId),
      allowedCautions: ["whole-class", "many-more", "student-not-reached", "gradebook-old"],
      ...part,
    };
    await commit(office, { ...adding("notes", [note]), ...adding("plans", [on]) });
  }

  /** Each mailbox, by the name before its @: its letters, the oldest first. */
  async mailboxes(): Promise<Record<string, { subject: string; text: string; id: string }[]>> {
    const { mailboxes } = await this.server.serverRuntime();
    const found: Record<string, { subject: string; text: string; id: string }[]> = {};
    for (const { address } of await mailboxes.mailboxes()) {
      const messages = (await mailboxes.messages(address)).sort((a, b) => a.at - b.at);
      found[address.split("@")[0] ?? ""] = await Promise.all(
        messages.map(async ({ name }) => {
          const mail = await simpleParser(Buffer.from(await mailboxes.read(address, name)));
          return { subject: mail.subject ?? "", text: mail.text ?? "", id: mail.messageId ?? "" };
        }),
      );
    }
    return found;
  }

  async close(): Promise<void> {
    this.browser.close();
    await this.server.close();
  }
}

/** Sets scores of a quiz of 20 points, in percent. */
export function score(office: Office, quiz: string, percents: Record<string, number>): Promise<void> {
  const before = office.world.scoreColumns.get(quiz)?.scores ?? {};
  const scores = Object.fromEntries(
    Object.entries(percents).map(([name, percent]) => [name, { status: "scored" as const, points: percent / 5 }]),
  );
  const column = { assignmentId: quiz, classId: "class", scores: { ...before, ...scores } };
  return commit(office, { scoreColumns: setRows<"scoreColumns">(office.world.scoreColumns, [[quiz, column]]) });
}

export function changeSettings(office: Office, part: Partial<Settings>): Promise<void> {
  const [settings] = office.world.settings.values();
  if (!settings) throw new Error("There are no settings.");
  return commit(office, updating("settings", settings, { ...settings, ...part }));
}

export async function commit(office: Office, change: Change): Promise<void> {
  const done = await office.commit(change, ABOUT);
  if (!done.ok) throw new Error(done.problem);
}

/** Waits until something is there, or true; gives it. Errors: it did not come in time. */
export async function until<Answer>(ask: () => Promise<Answer | undefined | false>): Promise<Answer> {
  const end = Date.now() + LONGEST_WAIT_MS;
  for (;;) {
    const answer = await ask();
    if (answer) return answer;
    if (Date.now() > end) throw new Error(`This did not become true: ${ask}`);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}

/** After trouble with mail the post room itself waits for half a minute, by the clock of this computer. */
const LONGEST_WAIT_MS = 90_000;
