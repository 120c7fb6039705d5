import type { Enclosure } from "@/core/model/enclosure";
import type { ReportDraft } from "@/core/report/reportPaper";
import { keepFile } from "@/store/keepFile";
import type { OfficeCore } from "../open/officeCore";

/** A report could not be made; in words. */
export class NoReport extends Error {}

/** The reports that go along with one letter, drawn and kept as files, in the order of the note. Errors: `NoReport`. */
export function reportFiles(
  { drawn, database }: Pick<OfficeCore, "drawn" | "database">,
  drafts: readonly ReportDraft[],
): Promise<Enclosure[]> {
  return Promise.all(
    drafts.map(async (draft) => {
      const made = await drawn.of(draft);
      if (!made.ok) throw new NoReport(`“${draft.fileName}” could not be made: ${made.problem}`);
      const bytes = made.file as Uint8Array<ArrayBuffer>;
      return keepFile(database, draft.fileName, "application/pdf", bytes.slice().buffer);
    }),
  );
}
