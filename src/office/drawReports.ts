import type { Enclosure } from "@/core/model/enclosure";
import type { ReportDraft } from "@/core/report/reportPaper";
import { keepFile } from "@/store/keepFile";
import { drawPapers } from "./drawPapers";
import type { Office } from "./office";

/** A report could not be made; in words. */
export class NoReport extends Error {}

/**
 * Draws the reports of letters and keeps them as files to go along, each once however many letters it goes with: two
 * guardians of one child who read one language get the same.
 */
export class ReportFiles {
  private readonly made = new Map<string, Promise<Enclosure>>();

  constructor(private readonly office: Pick<Office, "around" | "database" | "world">) {}

  /** The files of one letter, in the order of the note. Errors: `NoReport`. */
  async of(drafts: readonly ReportDraft[]): Promise<Enclosure[]> {
    return Promise.all(
      drafts.map((draft) => {
        const key = JSON.stringify(draft);
        const known = this.made.get(key) ?? this.draw(draft);
        this.made.set(key, known);
        return known;
      }),
    );
  }

  private async draw(draft: ReportDraft): Promise<Enclosure> {
    const made = await drawPapers(this.office, [draft], { title: draft.fileName.replace(/\.pdf$/, "") }, "pdf");
    if (!made.ok) throw new NoReport(`“${draft.fileName}” could not be made: ${made.problem}`);
    const bytes = made.file as Uint8Array<ArrayBuffer>;
    return keepFile(this.office.database, draft.fileName, "application/pdf", bytes.slice().buffer);
  }
}
