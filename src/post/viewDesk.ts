import { existsSync } from "node:fs";
import { mkdir, readdir, readFile } from "node:fs/promises";
import path from "node:path";
import {
  fittingReached,
  type KeptView,
  type SentView,
  type ShownViewPage,
  type ViewPage,
  viewPageSchema,
} from "@/core/marking/viewPage";
import { idSchema } from "@/core/model/id";
import { PRIVATE_FOLDER, syncFolder, writeWhole } from "./disk/writeWhole";
import { HourlyLimit } from "./edge/hourlyLimit";
import { Problem } from "./edge/problem";
import { guardianOfToken, signedToken } from "./edge/signedToken";

/** More than this in an hour is somebody playing. */
const VIEWS_OF_PAGE_AN_HOUR = 1_000;
const CORRECTIONS_AN_HOUR = 20;
/** So many wrong codes an hour, of all who try, and the class link rests: a code can't be found by trying. */
const WRONG_CODES_AN_HOUR = 30;
const TOO_MANY = "That was often for one hour. What was sent before is kept; please try again later.";

type Kind = KeptView["by"];

/** Pages on which students, peers and visitors say how they see an assignment. They hold no list of students. */
export class ViewDesk {
  private readonly perPage: HourlyLimit;
  private readonly perAnswer: HourlyLimit;
  private readonly wrongCodes: HourlyLimit;

  private constructor(
    private readonly folder: string,
    private readonly secretsOfLinks: () => readonly string[],
    private readonly keep: (view: KeptView) => Promise<void>,
    now: () => number,
  ) {
    this.perPage = new HourlyLimit(VIEWS_OF_PAGE_AN_HOUR, now);
    this.perAnswer = new HourlyLimit(CORRECTIONS_AN_HOUR, now);
    this.wrongCodes = new HourlyLimit(WRONG_CODES_AN_HOUR, now);
  }

  /** `keep` puts a view where the teacher's browser reads it, and resolves once it is on disk. */
  static async open(
    data: string,
    secrets: () => readonly string[],
    keep: (view: KeptView) => Promise<void>,
    now: () => number,
  ): Promise<ViewDesk> {
    const folder = path.join(data, "views");
    await mkdir(folder, { recursive: true, mode: PRIVATE_FOLDER });
    // Links to these pages open no other page, and the other way round.
    return new ViewDesk(folder, () => secrets().map((secret) => `${secret}|views`), keep, now);
  }

  /** Puts a page where others can reach it, or closes it. */
  async publish(page: ViewPage): Promise<void> {
    await writeWhole(this.file(page.id), JSON.stringify(page));
    await syncFolder(this.folder);
  }

  /** Every page that was ever published. */
  async pages(): Promise<ViewPage[]> {
    const names = (await readdir(this.folder)).filter((name) => name.endsWith(".json"));
    const found = await Promise.all(names.map((name) => this.page(name.slice(0, -".json".length))));
    return found.flatMap((page) => page ?? []);
  }

  /** Adds pages of another computer; one that is here stays as it is. */
  async takeIn(pages: readonly ViewPage[]): Promise<void> {
    for (const page of pages) if (!existsSync(this.file(page.id))) await this.publish(page);
  }

  /** What a page shows; none where there is none, or where a token does not belong to it. */
  async shown(pageId: string, token?: string): Promise<{ page: ShownViewPage; by: Kind } | undefined> {
    const whole = await this.page(pageId);
    const named = token === undefined ? undefined : this.named(token, pageId);
    if (!whole || (token !== undefined && !named)) return undefined;
    const { classCode: _code, ...page } = whole;
    return { page, by: named?.by ?? "own" };
  }

  /** The tokens of links for some students: one for the student's own view, one for those of others about them. */
  links(pageId: string, studentIds: readonly string[]): Record<string, { own: string; about: string }> {
    const token = (by: Kind, studentId: string) =>
      signedToken([pageId, by, studentId].join("|"), this.secretsOfLinks()[0] ?? "");
    return Object.fromEntries(studentIds.map((id) => [id, { own: token("own", id), about: token("other", id) }]));
  }

  /** Keeps a view. Whether a number belongs to anybody is never said. Resolves once it is on disk. */
  async say(view: SentView): Promise<void> {
    const page = await this.page(view.pageId);
    if (!page?.isOpen) throw new Problem("not there", "This page is closed. Please ask the teacher.");
    const named = view.token ? this.named(view.token, view.pageId) : undefined;
    if (view.token && !named) throw new Problem("not allowed", "This link is not one of ours, or it was cut short.");
    if (!named) this.askForCode(page, view.classCode);
    if (!this.perAnswer.take(view.answerId) || !this.perPage.take(view.pageId)) throw new Problem("too many", TOO_MANY);
    await this.keep({
      answerId: view.answerId,
      pageId: view.pageId,
      by: named?.by ?? "own",
      studentId: named?.studentId ?? "",
      studentNumber: named ? "" : view.studentNumber,
      reached: fittingReached(page.criteria, view.reached),
      comment: view.comment,
    });
  }

  private askForCode({ id, classCode }: ViewPage, typed: string): void {
    const isRight = typed.replace(/[\s-]/g, "").toUpperCase() === classCode;
    // Once too many were tried the right one is no better: else trying would go on.
    if (!this.wrongCodes.mayTake(id)) throw new Problem("too many", TOO_MANY);
    if (isRight) return;
    this.wrongCodes.take(id);
    throw new Problem("not allowed", "This is not the class code. It stands on the board.");
  }

  private named(token: string, pageId: string): { by: Kind; studentId: string } | undefined {
    const [of, by, ...rest] = (guardianOfToken(token, this.secretsOfLinks())?.guardianId ?? "").split("|");
    const studentId = rest.join("|");
    return of === pageId && (by === "own" || by === "other") && studentId ? { by, studentId } : undefined;
  }

  private async page(id: string): Promise<ViewPage | undefined> {
    if (!idSchema.safeParse(id).success || !existsSync(this.file(id))) return undefined;
    return viewPageSchema.parse(JSON.parse(await readFile(this.file(id), "utf8")));
  }

  private file(id: string): string {
    return path.join(this.folder, `${idSchema.parse(id)}.json`);
  }
}
