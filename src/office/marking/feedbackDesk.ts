import { adding } from "@/core/change/change";
import { feedbackNote, feedbackNoteId, feedbackTo, usualMarking } from "@/core/marking/feedbackNote";
import type { Note } from "@/core/model/note";
import { classLabel } from "@/core/model/schoolClass";
import { findNote } from "@/store/findNote";
import { FEEDBACK_WAITING } from "@/store/unsentFeedback";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";
import { type Sent, sendNote } from "../rounds/sendNote";

/** Feedback that did not go, and why; with the ids of its cautions it can be sent all the same. */
export interface Unsent {
  readonly studentId: string;
  readonly problem: string;
  readonly unseen: readonly string[];
}

/** What is under way of one assignment. */
export interface FeedbackState {
  /** Whose feedback is being finished, or waits for its turn. */
  readonly waiting: readonly string[];
  readonly unsent: readonly Unsent[];
}

const NOTHING: FeedbackState = { waiting: [], unsent: [] };
const SCREEN = "Marking";

/**
 * Sends feedback while marking goes on, one round after the other. What can't go is kept apart with its reason, and holds up
 * nobody else.
 */
export class FeedbackDesk {
  readonly state = new Observable<Readonly<Record<string, FeedbackState>>>({});
  private turn: Promise<unknown> = Promise.resolve();
  /** The cautions that the teacher saw and accepted while marking, by assignment. */
  private readonly accepted = new Map<string, Set<string>>();

  constructor(private readonly office: OfficeCore) {}

  of(assignmentId: string): FeedbackState {
    return this.state.get()[assignmentId] ?? NOTHING;
  }

  /** Sends the feedback of some students; `again` also to those who had it. What is in `seen` needs no word any more. */
  send(
    assignmentId: string,
    studentIds: readonly string[],
    again: boolean,
    seen: readonly string[] = [],
  ): Promise<void> {
    const accepted = this.accepted.get(assignmentId) ?? new Set();
    for (const id of seen) accepted.add(id);
    this.accepted.set(assignmentId, accepted);
    const { waiting, unsent } = this.of(assignmentId);
    this.set(assignmentId, {
      waiting: [...new Set([...waiting, ...studentIds])],
      unsent: unsent.filter(({ studentId }) => !studentIds.includes(studentId)),
    });
    const sending = this.turn.then(() => this.sendWaiting(assignmentId, studentIds, again));
    this.turn = sending.catch(() => undefined);
    return sending;
  }

  /** Keeps apart whose feedback needs a word first; `unseen` names what is to be seen. */
  putAside(assignmentId: string, unsent: Unsent): void {
    const before = this.of(assignmentId);
    const others = before.unsent.filter(({ studentId }) => studentId !== unsent.studentId);
    this.set(assignmentId, { ...before, unsent: [...others, unsent] });
  }

  /** Who waited when a page was closed: nothing of theirs was sent, and they are shown as not sent. */
  async takeUp(assignmentId: string): Promise<void> {
    const kept = await this.office.read.findDraft(FEEDBACK_WAITING + assignmentId);
    const before = this.of(assignmentId);
    if (!Array.isArray(kept) || kept.length === 0 || before.waiting.length > 0) return;
    const problem = "The page was closed before it was sent.";
    // Whoever is listed already has a reason of their own.
    const listed = new Set(before.unsent.map(({ studentId }) => studentId));
    const others = (kept as string[]).filter((studentId) => !listed.has(studentId));
    const unsent = others.map((studentId): Unsent => ({ studentId, problem, unseen: [] }));
    this.set(assignmentId, { waiting: [], unsent: [...before.unsent, ...unsent] });
  }

  private async sendWaiting(assignmentId: string, studentIds: readonly string[], again: boolean): Promise<void> {
    const { waiting } = this.of(assignmentId);
    const some = studentIds.filter((id) => waiting.includes(id));
    if (some.length === 0) return;
    const results = await this.sendSome(assignmentId, some, again);
    const { waiting: now, unsent } = this.of(assignmentId);
    this.set(assignmentId, { waiting: now.filter((id) => !some.includes(id)), unsent: [...unsent, ...results] });
  }

  /** Where not all can go together each goes alone, so that one holds up no other. */
  private async sendSome(assignmentId: string, studentIds: readonly string[], again: boolean): Promise<Unsent[]> {
    const sent = await this.sendRound(assignmentId, studentIds, again);
    if (sent.ok) return [];
    const [one, ...others] = studentIds;
    if (one === undefined) return [];
    if (others.length === 0) return [{ studentId: one, problem: sent.problem, unseen: sent.unseen ?? [] }];
    const unsent: Unsent[] = [];
    for (const id of studentIds) unsent.push(...(await this.sendSome(assignmentId, [id], again)));
    return unsent;
  }

  private async sendRound(assignmentId: string, studentIds: readonly string[], again: boolean): Promise<Sent> {
    try {
      const note = await this.noteOf(assignmentId);
      if (!note) return { ok: false, problem: "The assignment is not there any more. Nothing was sent." };
      const { audience } = this.office.world.markings.get(assignmentId) ?? usualMarking({ id: "", classId: "" });
      const seenCautions = [...(this.accepted.get(assignmentId) ?? [])];
      const choices = { seenCautions, copy: false, together: false };
      return await sendNote(this.office, feedbackTo(note, studentIds, audience, again), choices, SCREEN);
    } catch (cause) {
      return { ok: false, problem: `It could not be sent. (${(cause as Error).message})` };
    }
  }

  /** The note of an assignment's feedback, begun where there is none yet. */
  async noteOf(assignmentId: string): Promise<Note | undefined> {
    const { world, database, around } = this.office;
    const known = await findNote(database, feedbackNoteId(assignmentId));
    if (known) return known;
    const assignment = world.assignments.get(assignmentId);
    const schoolClass = world.classes.get(assignment?.classId ?? "");
    if (!assignment || !schoolClass) return undefined;
    const { audience } = world.markings.get(assignmentId) ?? usualMarking(assignment);
    const note = feedbackNote(assignment, classLabel(schoolClass), audience, around.now());
    await this.office.commit(adding("notes", [note]), { words: `The note “${note.name}” was begun.`, screen: SCREEN });
    return note;
  }

  private set(assignmentId: string, state: FeedbackState): void {
    this.state.change({ [assignmentId]: state });
    const { waiting, unsent } = state;
    const kept = [...waiting, ...unsent.map(({ studentId }) => studentId)];
    void this.office.save
      .draft(FEEDBACK_WAITING + assignmentId, kept.length > 0 ? kept : undefined)
      .catch(() => undefined);
  }
}
