import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import type { ReportDraft } from "@/core/report/reportPaper";
import { sha256Of } from "@/core/sha256Of";
import type { MadePaper } from "@/workers/paper/paperApi";
import type { OfficeCore } from "../open/officeCore";
import { drawPapers } from "./drawPapers";

/** So much of what was drawn is remembered, in bytes; the oldest goes first. */
const MOST_BYTES = 60_000_000;

/**
 * Reports that were drawn lately: what the send sheet looked at is the file that goes along a moment later, and two guardians
 * of one child get one drawing.
 */
export class DrawnReports {
  private readonly made = new Map<string, Promise<MadePaper>>();
  private bytes = 0;

  constructor(private readonly office: Pick<OfficeCore, "around" | "database" | "world">) {}

  /** A report as a PDF. */
  async of(draft: ReportDraft): Promise<MadePaper> {
    const { teacherName } = this.office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
    const key = await nameOf([draft, teacherName]);
    const known = this.made.get(key);
    if (known) return known;
    const making = drawPapers(this.office, [draft], { title: draft.fileName.replace(/\.pdf$/, "") }, "pdf");
    this.made.set(key, making);
    const made = await making;
    // What failed may do better another time.
    if (!made.ok) this.made.delete(key);
    else this.bytes += made.file.length;
    await this.forgetTheOldest();
    return made;
  }

  private async forgetTheOldest(): Promise<void> {
    while (this.bytes > MOST_BYTES) {
      const [oldest] = this.made;
      if (!oldest) return;
      this.made.delete(oldest[0]);
      const made = await oldest[1];
      if (made.ok) this.bytes -= made.file.length;
    }
  }
}

/** Names a report by all that its file is made from. */
function nameOf(madeFrom: readonly [ReportDraft, author: string]): Promise<string> {
  return sha256Of(new TextEncoder().encode(JSON.stringify(madeFrom)));
}
