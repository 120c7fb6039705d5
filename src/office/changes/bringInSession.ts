import type { World } from "@/core/model/world";
import { tableProblemWords } from "@/core/tables/rawTable";
import {
  type BringInChoices,
  bringInChoicesSchema,
  joinedChoices,
  NO_CHOICES,
  shareable,
  type TableChoices,
} from "@/core/tables/tableChoices";
import type { BroughtInAbout, Progress } from "@/workers/bringIn/bringInApi";
import type { BringInView } from "@/workers/bringIn/bringInView";
import { type BringInWorker, progressListener } from "@/workers/bringIn/startBringIn";
import { WorkerEnded } from "@/workers/life/mortal";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";

/** What is kept of tables that are not applied yet: the files once, the answers with every choice. */
const FILES_DRAFT = "bring in: files";
const CHOICES_DRAFT = "bring in: choices";

export interface BringInState {
  readonly view: BringInView | undefined;
  readonly choices: BringInChoices;
  readonly progress: Progress | undefined;
  /** What could not be read, and what was left alone, in words. */
  readonly problems: readonly string[];
  readonly applying: boolean;
}

/** What became of bringing in. */
export type Applied =
  | { readonly ok: true; readonly words: string; readonly about: BroughtInAbout }
  | { readonly ok: false; readonly words: string };

const NOTHING: BringInState = {
  view: undefined,
  choices: NO_CHOICES,
  progress: undefined,
  problems: [],
  applying: false,
};

/**
 * Reads tables and plans what they would do, all of it in a worker. What is not applied yet is kept, and taken up again
 * when the screen is opened again, joined with the gradebook as it is then.
 */
export class BringInSession {
  readonly state: Observable<BringInState>;
  private worker: Promise<BringInWorker> | undefined;
  private files: readonly File[] = [];
  private removed: readonly string[] = [];
  /** Files that are being read now. */
  private reading: readonly File[] = [];
  private isSecondWorker = false;
  /** While a plan is made only the newest wish waits. */
  private line: { busy: boolean; isWanted?: boolean } = { busy: false };
  /** The gradebook that the tables are joined with. */
  private joinedWith: World | undefined;

  constructor(private readonly office: OfficeCore) {
    this.state = new Observable(this.nothing());
  }

  /** Joins the tables again whenever the gradebook was changed elsewhere, until the function that it gives is called. */
  follow(): () => void {
    return this.office.state.subscribe(() => this.keepUp());
  }

  private keepUp(): void {
    const { view, applying, progress } = this.state.get();
    if (view && !applying && !progress && this.office.world !== this.joinedWith) void this.goOn();
  }

  /** Takes up what was begun and not applied. */
  async takeUp(): Promise<void> {
    const [files, kept] = await Promise.all([
      this.office.read.findDraft(FILES_DRAFT),
      this.office.read.findDraft(CHOICES_DRAFT),
    ]);
    if (!Array.isArray(files) || files.length === 0 || this.files.length > 0) return;
    const { choices, removed = [] } = (kept ?? {}) as { choices?: unknown; removed?: string[] };
    const read = bringInChoicesSchema.safeParse(choices).data;
    if (read) this.state.change({ choices: { ...read, idSeed: read.idSeed || this.state.get().choices.idSeed } });
    this.removed = removed;
    await this.read(files as File[], false);
  }

  /** Reads some more files and plans again. */
  async read(files: readonly File[], isNew = true): Promise<void> {
    const [first] = files;
    this.reading = files;
    this.state.change({
      problems: [],
      progress: { step: "reading", done: 0, of: files.length, name: first?.name ?? "" },
    });
    try {
      const { api } = await this.start();
      const report = this.reporter();
      const found = await api.read([...files], report.listener);
      report.end();
      this.files = [...this.files, ...files];
      this.reading = [];
      for (const id of this.removed) await api.remove(id);
      await api.readAs(this.state.get().choices);
      this.state.change({
        problems: [
          ...found.problems.map(tableProblemWords),
          ...found.hiddenSheets.map((sheet) => `The sheet “${sheet}” is hidden in the workbook and was not taken in.`),
        ],
      });
      if (isNew) await this.office.save.draft(FILES_DRAFT, this.files);
      if (found.tables > 0) await this.plan();
    } catch (cause) {
      this.failed(cause);
    }
  }

  /** Makes choices for all tables; they are made on those before, however fast they follow each other. */
  choose(part: Partial<BringInChoices>): void {
    const { choices } = this.state.get();
    this.change({
      ...choices,
      ...part,
      answers: { ...choices.answers, ...part.answers },
      marks: { ...choices.marks, ...part.marks },
      columns: { ...choices.columns, ...part.columns },
      points: { ...choices.points, ...part.points },
    });
  }

  /** Makes choices about one table; what may hold for others of its shape holds for them too. */
  chooseForTable({ id, shape }: { readonly id: string; readonly shape: string }, part: TableChoices): void {
    const { choices } = this.state.get();
    const { ofTable, ofShape } = shareable(part);
    const tables = { ...choices.tables, [id]: joinedChoices(choices.tables[id] ?? {}, ofTable) };
    // Files that come from one place are written in one encoding.
    const asked = (this.state.get().view?.tables ?? []).filter(({ asks }) => asks.includes("encoding"));
    if (part.encoding && asked.some((one) => one.id === id))
      for (const one of asked) tables[one.id] = { ...tables[one.id], encoding: part.encoding };
    const shapes = { ...choices.shapes, [shape]: joinedChoices(choices.shapes[shape] ?? {}, ofShape) };
    const isReadAgain = part.encoding !== undefined || part.delimiter !== undefined || part.hidden !== undefined;
    this.change({ ...choices, tables, shapes }, isReadAgain);
  }

  async removeTable(tableId: string): Promise<void> {
    if (this.state.get().view?.tables.length === 1) return this.stop();
    this.removed = [...this.removed, tableId];
    const { api } = await this.start();
    await api.remove(tableId);
    this.keepChoices();
    await this.plan().catch((cause) => this.failed(cause));
  }

  /** Brings in what is planned. Gives the words of it and whom it was about, or why nothing was brought in. */
  async apply(): Promise<Applied> {
    this.state.change({ applying: true });
    try {
      const { api } = await this.start();
      const { recipes, about, ...record } = await api.finish(this.state.get().choices, this.office.around.now());
      const done = await this.office.bringIn(record, recipes, "Bring in");
      if (!done.ok) return { ok: false, words: done.problem };
      await (this.state.get().view?.openCount ? this.goOn() : this.stop());
      return { ok: true, words: record.summary, about };
    } finally {
      this.state.change({ applying: false });
      this.keepUp();
    }
  }

  /** What is still asked waits on, joined with the gradebook as it is now. */
  private async goOn(): Promise<void> {
    this.end();
    const { files } = this;
    this.files = [];
    this.state.change({ view: undefined });
    await this.read(files, false);
  }

  /** Lets go of all tables that are not applied: once nothing of them is shown, nothing of them comes back. */
  async stop(): Promise<void> {
    this.end();
    [this.files, this.reading, this.removed] = [[], [], []];
    await Promise.all([FILES_DRAFT, CHOICES_DRAFT].map((id) => this.office.save.draft(id, undefined)));
    this.state.set(this.nothing());
  }

  private nothing(): BringInState {
    return { ...NOTHING, choices: { ...NO_CHOICES, idSeed: this.office.around.newId() } };
  }

  /** Ends the worker at once; what was begun stays, to be taken up. */
  end(): void {
    void this.worker?.then((started) => started.end());
    this.worker = undefined;
    this.line = { busy: false };
  }

  private start(): Promise<BringInWorker> {
    const { around, engine, today, read } = this.office;
    if (this.worker) return this.worker;
    this.joinedWith = this.office.world;
    this.worker = read
      .allRecipes()
      .then((recipes) => around.startBringIn(engine, recipes, today, () => this.readAgain()));
    return this.worker;
  }

  /** The worker is gone: once, another one reads the same files with the same answers. */
  private readAgain(): void {
    this.end();
    if (this.isSecondWorker) {
      this.tellFailure(new WorkerEnded());
      return;
    }
    this.isSecondWorker = true;
    const files = [...this.files, ...this.reading];
    this.files = [];
    if (files.length > 0) void this.read(files);
  }

  private change(choices: BringInChoices, isReadAgain = false): void {
    this.state.change({ choices });
    this.keepChoices();
    const read = isReadAgain ? this.start().then(({ api }) => api.readAs(choices)) : Promise.resolve();
    read.then(() => this.plan()).catch((cause) => this.failed(cause));
  }

  private keepChoices(): void {
    const { choices } = this.state.get();
    void this.office.save.draft(CHOICES_DRAFT, { choices, removed: this.removed });
  }

  private async plan(): Promise<void> {
    if (this.line.busy) {
      this.line.isWanted = true;
      return;
    }
    const mine: typeof this.line = { busy: true };
    this.line = mine;
    const { api } = await this.start();
    const report = this.reporter();
    const view = await api.plan(this.state.get().choices, report.listener);
    report.end();
    if (this.line !== mine) return;
    this.state.change({ view });
    this.line = { busy: false };
    if (mine.isWanted) await this.plan();
    else this.keepUp();
  }

  /** Reports travel on a line of their own, and may come after the answer: then they say nothing any more. */
  private reporter() {
    let ended = false;
    return {
      listener: progressListener((progress) => !ended && this.state.change({ progress })),
      end: () => {
        ended = true;
        this.state.change({ progress: undefined });
      },
    };
  }

  private failed(cause: unknown): void {
    // Where the worker is gone all of it is read again.
    if (!(cause instanceof WorkerEnded)) this.tellFailure(cause);
  }

  private tellFailure(cause: unknown): void {
    this.line = { busy: false };
    const words = `The tables could not be joined with the gradebook. Nothing was changed. (${(cause as Error).message})`;
    this.state.change({ progress: undefined, problems: [words] });
  }
}
