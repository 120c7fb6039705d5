import type { Enclosure } from "@/core/model/enclosure";
import type { ReportChoice } from "@/core/model/reportChoice";
import { type ReportDraft, runOf } from "@/core/report/reportPaper";
import { keepFile } from "@/store/keepFile";
import type { Office } from "./office";

/** A report could not be made; in words. */
export class NoReport extends Error {}

/**
 * Draws the reports of letters and keeps them as files to go along, each once however many letters it goes with: two
 * guardians of one child who read one language get the same.
 */
export class ReportFiles {
  private readonly made = new Map<string, Promise<Enclosure>>();

  constructor(
    private readonly office: Pick<Office, "around" | "database">,
    private readonly choices: readonly ReportChoice[],
    private readonly author: string,
  ) {}

  /** The files of one letter, in the order of the note. Errors: `NoReport`. */
  async of(drafts: readonly ReportDraft[]): Promise<Enclosure[]> {
    const files = await Promise.all(
      drafts.map((draft, place) => {
        const choice = this.choices[place];
        if (!choice) throw new NoReport(`“${draft.fileName}” belongs to no report of this note.`);
        const key = JSON.stringify([place, draft]);
        const known = this.made.get(key) ?? this.draw(draft, choice);
        this.made.set(key, known);
        return known;
      }),
    );
    return files;
  }

  private async draw(draft: ReportDraft, choice: ReportChoice): Promise<Enclosure> {
    const { around, database } = this.office;
    const about = { title: draft.fileName.replace(/\.pdf$/, ""), author: this.author, language: draft.paper.language };
    const { run, pictures } = runOf([draft], choice, about);
    const made = await around.drawPaper(run, pictures, "pdf");
    if (!made.ok) throw new NoReport(`“${draft.fileName}” could not be made: ${made.problem}`);
    const bytes = made.file as Uint8Array<ArrayBuffer>;
    return keepFile(database, draft.fileName, "application/pdf", bytes.slice().buffer);
  }
}
