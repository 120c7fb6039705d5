import type { BroughtIn } from "@/core/change/broughtIn";
import { applyChange, type Change, isEmptyChange } from "@/core/change/change";
import type { ChangeAbout } from "@/core/change/changeEntry";
import type { Round } from "@/core/delivery/round";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import type { FamilyAnswer, FamilyEvent } from "@/core/families/familyEvent";
import { newOptOuts } from "@/core/families/newOptOuts";
import { type Day, instantOf } from "@/core/model/day";
import { DEFAULT_SETTINGS } from "@/core/model/settings";
import { emptyWorldRecords, WORLD_TABLES, type World, worldOf } from "@/core/model/world";
import type { Recipe } from "@/core/tables/recipe";
import { applyBroughtIn, turnBroughtIn } from "@/store/applyBroughtIn";
import { type Commit, commitChange } from "@/store/commitChange";
import { type CountedChanges, countedChanges } from "@/store/countedChanges";
import { loadWorld, pastScores, replaceEverything } from "@/store/loadWorld";
import { writtenAbout } from "@/store/roundRepository";
import { touchedKeys } from "@/store/rowsNow";
import { keepRound, type StagedLetters } from "@/store/stageLetters";
import { settleAnswer, takeInFamilyEvents } from "@/store/takeInFamilyEvents";
import { type Turn, undoRedo } from "@/store/undoRedo";
import type { VineDatabase } from "@/store/vineDatabase";
import { watch } from "@/store/watch";
import type { Engine } from "@/workers/engine/startEngine";
import { WorkerEnded } from "@/workers/life/mortal";
import { PlanDesk } from "./automatic/planDesk";
import { BackupDesk } from "./backup/backupDesk";
import { takeBackAll } from "./backup/putBack";
import { carryNames } from "./changes/carryNames";
import { ChangesHeard } from "./changes/changesHeard";
import { changeToNow } from "./changes/changeToNow";
import { CHANGING_LOCK } from "./changes/changingLock";
import { type Written, WrittenNews } from "./changes/writtenNews";
import { FeedbackDesk } from "./marking/feedbackDesk";
import type { Channel, Dependencies } from "./open/dependencies";
import type { EngineKeeper } from "./open/keepEngine";
import { Observable } from "./open/observable";
import type { Everything, OfficeState, TabMessage, Wanted } from "./open/officeState";
import { type OfficeParts, openParts, todayOf } from "./open/openParts";
import { type Queries, queriesOf } from "./open/queries";
import { type Saving, savingOf } from "./open/saving";
import { storageTrouble } from "./open/storageTrouble";
import { type Touch, touchOf } from "./open/touch";
import { DrawnReports } from "./paper/drawnReports";
import { closeAddresses } from "./rounds/optOuts";
import { PostLine } from "./rounds/postLine";

const NOON = 12;

/**
 * The application without a screen: the data and the engine, opened and kept in step with other tabs; every change goes
 * through here, one after the other. Screens show its state and call its methods; so do tests.
 */
export class Office {
  readonly database: VineDatabase;
  readonly state: Observable<OfficeState>;
  readonly read: Queries;
  readonly save: Saving;
  readonly line: PostLine;
  readonly drawn = new DrawnReports(this);
  readonly feedback = new FeedbackDesk(this);
  readonly plans = new PlanDesk(this);
  readonly backups = new BackupDesk(this);
  /** Works out figures, selections and letters; started again by itself when it is gone. */
  readonly engine: Engine;
  private turn: Promise<unknown> = Promise.resolve();
  private readonly changesHeard = new ChangesHeard();
  private readonly news = new WrittenNews();
  private isClosed = false;
  private readonly keeper: EngineKeeper;
  private readonly channel: Channel;
  private readonly endings: (() => void)[] = [];

  private constructor(
    readonly around: Dependencies,
    { database, keeper, state, on }: OfficeParts,
  ) {
    this.database = database;
    this.keeper = keeper;
    this.engine = keeper.engine;
    this.state = new Observable(state);
    this.read = queriesOf(database, around.now, around.databaseName);
    this.save = savingOf(database, around.now);
    this.line = new PostLine(this);
    this.channel = around.openChannel((message) => this.take(message as TabMessage));
    on.older = () => this.state.change({ isOlder: true });
    on.deleted = () => this.state.change({ isDeleted: true });
    on.engineEnded = (isFirst) => {
      if (isFirst) void this.inTurn(() => this.reload());
      else this.state.change({ trouble: ENGINE_WORDS });
    };
  }

  /**
   * Opens the data and begins to keep step with other tabs. `demo` gives what an empty browser opens on, for a day;
   * `onBlocked` is told when another tab must be closed first. Errors: those of `openParts`; nothing was changed then.
   */
  static async open(
    around: Dependencies,
    demo?: (today: Day) => Everything,
    onBlocked: () => void = () => undefined,
  ): Promise<Office> {
    const parts = await openParts(around, demo, onBlocked);
    const office = new Office(around, parts);
    try {
      office.endings.push(parts.end);
      await office.inTurn(() => office.reload());
      office.endings.push(
        watch(
          () => writtenAbout(parts.database),
          (written) => office.hear(written),
        ),
      );
      return office;
    } catch (cause) {
      parts.end();
      throw cause;
    }
  }

  get world(): World {
    return this.state.get().world;
  }

  get today(): Day {
    return this.state.get().today;
  }

  /** This moment, ms since the epoch: noon of a day that stands for today. */
  now(): number {
    const { pinnedToday } = this.around;
    return pinnedToday ? instantOf(pinnedToday, NOON) : this.around.now();
  }

  /** Makes a change, fitted to what others did meanwhile; where that can't be, nothing is done and it says why. */
  commit(wanted: Wanted, about: ChangeAbout): Promise<Commit & { readonly words?: string }> {
    return this.inTurn(async () => {
      const own = typeof wanted === "function" ? wanted(this.world) : wanted;
      const { change, about: said, also } = await carryNames(this.database, this.world, own, about);
      const keep = () => commitChange(this.database, change, said, this.around.now(), also);
      return { ...(await this.closedFirst(change, keep)), words: said.words };
    });
  }

  /** Keeps a change; a no in it holds at the post room before it is shown as kept here. */
  private async closedFirst(change: Change, keep: () => Promise<Commit>): Promise<Commit> {
    try {
      await closeAddresses(this, newOptOuts(change));
    } catch (cause) {
      const problem = `Letters that wait could not be called back yet, so nothing was kept. ${(cause as Error).message} Try again in a moment.`;
      return { ok: false, problem };
    }
    return this.changing({ change }, keep);
  }

  /** Takes a change of the list back or makes it again: the one named, or the one whose turn it is. */
  undoRedo(wanted: { readonly seq: number } | "take back" | "make again"): Promise<Turn> {
    return this.inTurn(() =>
      this.changing({ change: "any" }, () => undoRedo(this.database, wanted, this.around.now())),
    );
  }

  bringIn(record: Omit<BroughtIn, "id" | "appliedAt">, recipes: readonly Recipe[], screen: string): Promise<Commit> {
    const whole = { ...record, id: this.around.newId(), appliedAt: this.around.now() };
    return this.inTurn(() =>
      this.closedFirst(record.change, () => applyBroughtIn(this.database, whole, recipes, screen)),
    );
  }

  /** Takes what was brought in back, or brings it in again. */
  turnBroughtIn(id: string): Promise<Commit> {
    return this.inTurn(() =>
      this.changing({ change: "any" }, () => turnBroughtIn(this.database, id, this.around.now())),
    );
  }

  /** Brings what families said into the browser; their wishes hold at once. */
  takeInFamilyEvents(logId: string, events: readonly FamilyEvent[], upTo: number): Promise<void> {
    const isWish = events.some(({ kind }) => kind === "wish");
    return this.inTurn(async () => {
      await this.changing({ change: isWish ? "any" : {} }, async () => {
        const change = await takeInFamilyEvents(this.database, logId, events, upTo, this.around.now());
        return { ok: true, change, seq: undefined };
      });
    });
  }

  /** Takes in one answer to a contact card for a student, or refuses it. */
  settleAnswer(answer: FamilyAnswer, state: "taken in" | "refused", studentId = ""): Promise<Commit> {
    return this.inTurn(async () => {
      // Asked in turn: the answer before may have spoken of the same family.
      const change = state === "refused" ? {} : await this.engine.answerChange(answer, studentId);
      return this.changing({ change }, () => settleAnswer(this.database, answer, state, change, this.around.now()));
    });
  }

  /** Keeps a round whose letters are all made, with what sending it changes, and begins to hand it over. */
  async keepRound(
    round: Round,
    staged: StagedLetters,
    change: Wanted,
    screen: string,
    announced?: ScheduledRound,
  ): Promise<Commit> {
    const done = await this.inTurn(async () => {
      const wanted = typeof change === "function" ? change(this.world) : change;
      return this.changing({ change: wanted, ...touchOf(round) }, () =>
        keepRound(this.database, round, staged, wanted, screen, this.around.now(), announced),
      );
    });
    if (done.ok) this.line.wake();
    return done;
  }

  /** Errors: letters that wait could not be called back, in words; then nothing was replaced. */
  async replaceEverything(...[records, past = [], automatic]: Everything): Promise<void> {
    await takeBackAll(this);
    await this.inTurn(async () => {
      await this.around.locks.request(
        CHANGING_LOCK,
        async () => {
          await this.plans.touch({ change: "any" });
          await replaceEverything(this.database, records, past, automatic);
        },
        "shared",
      );
      await this.reload();
      this.plans.wake();
      this.channel.post({ kind: "replaced" } satisfies TabMessage);
    });
  }

  /** Nothing is left but plain settings: no demo school comes back by itself. Errors: as above. */
  emptyEverything(): Promise<void> {
    return this.replaceEverything({ ...emptyWorldRecords(), settings: [DEFAULT_SETTINGS] });
  }

  /** Counts days from today again, where the page was left open over midnight. */
  async newDay(): Promise<void> {
    if (todayOf(this.around) === this.today) return;
    await this.inTurn(() => this.reload());
  }

  /** How often everything was loaded again: then nobody said anything of anybody. */
  generation = 0;
  close(): void {
    this.channel.close();
    this.closeDatabase();
  }

  /** Closes the database here and in the other tabs, so that another can take its place. */
  leaveDatabase(): void {
    this.channel.post({ kind: "leave" } satisfies TabMessage);
    this.closeDatabase();
    this.state.change({ isAway: true });
  }

  /** The place is taken, or all is as before: the other tabs are loaded again. */
  tellMoved(): void {
    this.channel.post({ kind: "moved" } satisfies TabMessage);
  }

  private closeDatabase(): void {
    if (this.isClosed) return;
    this.isClosed = true;
    this.line.close();
    this.plans.close();
    this.backups.close();
    for (const end of [...this.endings].reverse()) end();
  }

  /** One after the other, in the order in which they were wanted: none works on what another is about to change. */
  private inTurn<Answer>(work: () => Promise<Answer>): Promise<Answer> {
    const turn = this.turn.then(work);
    this.turn = turn.catch((cause) => this.hearOfStorage(storageTrouble(cause)));
    return turn;
  }

  private hearOfStorage(trouble: string | undefined): void {
    if (trouble !== undefined) this.state.change({ trouble });
  }

  /**
   * Waits until no change is half made in any tab and the figures know them all. Gives the number of the last change: what is
   * made from here on was made after it.
   */
  async upToDate(): Promise<number> {
    for (;;) {
      const { all, ofData } = await this.wholeChanges();
      if (this.changesHeard.hasAll(ofData)) return all;
      // Whoever was at it before may have loaded everything by then: a large school takes seconds.
      await this.inTurn(async () => {
        if (!this.changesHeard.hasAll(ofData)) await this.reload();
      });
    }
  }

  /** Makes a change: what it touches leaves no more first, and nothing is rebuilt before the change is known everywhere. */
  private changing<Done extends Commit>(touch: Touch, keep: () => Promise<Done>): Promise<Done> {
    return this.around.locks.request(
      CHANGING_LOCK,
      async () => this.spread(await this.plans.touch(touch), await keep()),
      "shared",
    );
  }

  /** How many changes were whole at a moment at which none was half made. */
  private wholeChanges(): Promise<CountedChanges> {
    return this.around.locks.request(CHANGING_LOCK, () => countedChanges(this.database));
  }

  /** Tells the engine, the screens and the other tabs of a change that is kept. */
  private async spread<Done extends Commit>(number: number, done: Done): Promise<Done> {
    if (this.state.get().trouble && this.state.get().trouble !== ENGINE_WORDS)
      this.state.change({ trouble: undefined });
    const change = done.ok ? done.change : {};
    const at = this.around.now();
    if (!isEmptyChange(change)) await this.show(change, at);
    this.changesHeard.hear(number);
    this.channel.post({ kind: "changed", keys: touchedKeys(change), at, number } satisfies TabMessage);
    if (isEmptyChange(change)) return done;
    this.backups.changed();
    // Whoever wants no letters any more gets none of those that wait.
    if (change.guardians || change.students) this.line.wake();
    return done;
  }

  private async show(change: Change, at: number): Promise<void> {
    // Where the engine is gone the next one begins with what is kept, this change among it.
    await this.engine.apply(change, at).catch(unlessEnded);
    // No figure is made from notes and what belongs to them: nothing is asked again.
    if (!WORLD_TABLES.some((table) => change[table])) return;
    const { world, revision } = this.state.get();
    this.state.change({ world: applyChange(world, change), revision: revision + 1 });
  }

  private async reload(): Promise<void> {
    this.generation += 1;
    const { ofData } = await this.wholeChanges();
    const records = await loadWorld(this.database);
    const written = await writtenAbout(this.database);
    const today = todayOf(this.around);
    await this.keeper.load(records, today, await pastScores(this.database), written);
    this.news.begin(written);
    this.changesHeard.begin(ofData);
    this.state.change({ world: worldOf(records), today, revision: this.state.get().revision + 1 });
  }

  /** What is sent in any tab decides who was heard from; letters that only move on change nothing of that. */
  private hear(written: Written): void {
    const rounds = this.news.take(written);
    if (!rounds) return;
    // What did not arrive is open again, and what was sent is not.
    this.unlessClosed(this.plans.touch({ writtenOf: rounds }));
    this.unlessClosed(this.tellEngine(written));
  }

  /** Tells the engine at once what was written by now. */
  async hearNow(): Promise<void> {
    const written = await writtenAbout(this.database);
    if (this.news.take(written)) await this.tellEngine(written);
  }

  private async tellEngine(written: Written): Promise<void> {
    await this.engine.hear(written).catch(unlessEnded);
    this.state.change({ revision: this.state.get().revision + 1 });
  }

  /** What is under way when the office is closed comes to nothing. */
  private unlessClosed(work: Promise<unknown>): void {
    work.catch((cause) => {
      if (!this.isClosed) throw cause;
    });
  }

  private take(message: TabMessage): void {
    if (message.kind === "moved") this.around.reload();
    if (this.isClosed || message.kind === "moved") return;
    if (message.kind === "leave") {
      this.closeDatabase();
      this.state.change({ isAway: true });
      return;
    }
    const taken = this.inTurn(async () => {
      if (message.kind === "replaced") return this.reload();
      const change = await changeToNow(this.database, this.world, message.keys);
      if (!isEmptyChange(change)) await this.show(change, message.at);
      this.changesHeard.hear(message.number);
      this.plans.stir();
    });
    this.unlessClosed(taken);
  }
}

const ENGINE_WORDS =
  "The browser has ended the part of Vine Note that works out figures, twice. All that was kept is safe. Close other programs or tabs, then load this page again.";

function unlessEnded(cause: unknown): void {
  if (!(cause instanceof WorkerEnded)) throw cause;
}
