import { troubleWords } from "@/core/delivery/postTrouble";
import { logPlace } from "@/store/logPlace";
import type { LineState } from "../open/lineState";
import { Observable } from "../open/observable";
import type { OfficeCore } from "../open/officeCore";
import { catchUp } from "./catchUp";
import { handOverPrepared } from "./handOverPrepared";
import { noteOptOuts } from "./optOuts";
import { sendOutbox } from "./outbox";

/** How long the post room may keep the question open when nothing happens. */
const WAIT_MS = 20_000;
const RETRY_MS = 2_000;

/** Keeps in touch with the post room as long as the office is open: hands over what waits, brings the record up to date. */
export class PostLine {
  readonly state = new Observable<LineState>({ trouble: undefined, status: undefined });
  private question = new AbortController();
  private isOpen = false;
  private mayWait = false;
  /** For which data and which post the opt-outs were noted: another one may know none of them. */
  private noted = "";

  constructor(private readonly office: OfficeCore) {}

  /** Begins to keep in touch. */
  open(): void {
    if (this.isOpen) return;
    this.isOpen = true;
    void this.keepInTouch();
  }

  /** There is something to hand over, or the post is another one: what is asked now is asked again, and answered at once. */
  wake(): void {
    this.mayWait = false;
    this.question.abort();
  }

  close(): void {
    this.isOpen = false;
    this.question.abort();
  }

  private async noteOptOuts(): Promise<void> {
    const { logId } = await logPlace(this.office.database);
    const now = `${this.office.generation}/${logId}/${this.state.get().status?.post ?? ""}`;
    if (now === this.noted) return;
    await noteOptOuts(this.office);
    this.noted = now;
  }

  private async keepInTouch(): Promise<void> {
    while (this.isOpen) {
      this.question = new AbortController();
      const { signal } = this.question;
      try {
        await this.noteOptOuts();
        await sendOutbox(this.office, "opt-out", "settled");
        await handOverPrepared(this.office);
        // The first question is answered at once, so that it is known soon whether letters leave this computer.
        const waitMs = this.mayWait ? WAIT_MS : 0;
        this.mayWait = true;
        const status = await catchUp(this.office, waitMs, signal);
        if (this.office.around.setClockAhead?.(status.clockAheadMs ?? 0)) await this.office.newDay();
        await this.office.plans.tick();
        await this.office.backups.tick();
        const trouble = status.trouble && troubleWords(status.trouble);
        if (this.isOpen) this.state.set({ status, trouble });
      } catch (cause) {
        // Asked again because there is something to hand over.
        if (!this.isOpen || signal.aborted) continue;
        this.state.change({ trouble: (cause as Error).message });
        // As soon as somebody answers again that is known.
        this.mayWait = false;
        await this.office.around.pause(RETRY_MS);
      }
    }
  }
}
