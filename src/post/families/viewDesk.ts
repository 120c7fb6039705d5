import {
  fittingReached,
  type KeptView,
  type SentView,
  type ShownViewPage,
  type ViewPage,
  viewPageSchema,
} from "@/core/marking/viewPage";
import { HourlyLimit } from "../edge/hourlyLimit";
import { Problem } from "../edge/problem";
import { guardianOfToken, signedToken } from "../edge/signedToken";
import type { Room } from "../store/room";

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

  /** `keep` puts a view where the teacher's browser reads it, and resolves once it is on disk. */
  constructor(
    private readonly room: Room,
    private readonly secrets: () => readonly string[],
    private readonly keep: (view: KeptView) => Promise<void>,
    now: () => number,
  ) {
    this.perPage = new HourlyLimit(VIEWS_OF_PAGE_AN_HOUR, now);
    this.perAnswer = new HourlyLimit(CORRECTIONS_AN_HOUR, now);
    this.wrongCodes = new HourlyLimit(WRONG_CODES_AN_HOUR, now);
  }

  /** Links to these pages open no other page, and the other way round. */
  private secretsOfLinks(): string[] {
    return this.secrets().map((secret) => `${secret}|views`);
  }

  /** Puts a page where others can reach it, or closes it. */
  async publish(page: ViewPage): Promise<void> {
    const row = { room: this.room.id, id: page.id, body: JSON.stringify(page) };
    await this.room.db
      .insertInto("viewPages")
      .values(row)
      .onConflict((conflict) => conflict.columns(["room", "id"]).doUpdateSet({ body: row.body }))
      .execute();
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

  private async page(pageId: string): Promise<ViewPage | undefined> {
    const { db, id } = this.room;
    const row = await db
      .selectFrom("viewPages")
      .select("body")
      .where("room", "=", id)
      .where("id", "=", pageId)
      .executeTakeFirst();
    return row && viewPageSchema.parse(JSON.parse(row.body));
  }
}
