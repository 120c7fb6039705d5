import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { KEPT_APART, OF_DESIGN, type PaperPictures } from "@/core/report/paperContent";
import { type DrawnFrom, runOf } from "@/core/report/paperRun";
import { fileBytes } from "@/store/keepFile";
import type { MadePaper, PaperFormat } from "@/workers/paper/paperApi";
import type { OfficeCore } from "../open/officeCore";

/** Papers of one look as one file: a PDF, or an SVG to be looked at. */
export async function drawPapers(
  office: Pick<OfficeCore, "around" | "database" | "world">,
  drafts: readonly DrawnFrom[],
  { title, twoSided = false }: { readonly title: string; readonly twoSided?: boolean },
  as: PaperFormat,
): Promise<MadePaper> {
  const { teacherName } = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const language = drafts[0]?.paper.language ?? "en";
  const { run, pictures } = runOf(drafts, { title, author: teacherName, language, twoSided });
  const found = await withKeptPictures(office, pictures);
  if (!found) return { ok: false, problem: "A picture in it is not in this browser any more.", memory: 0 };
  return office.around.drawPaper(run, found, as);
}

/** The pictures with the bytes of those that are kept apart; none where one of them is gone. */
async function withKeptPictures(
  { database, world }: Pick<OfficeCore, "database" | "world">,
  pictures: PaperPictures,
): Promise<PaperPictures | undefined> {
  const found: Record<string, string> = {};
  for (const [path, url] of Object.entries(pictures)) {
    if (url.startsWith(OF_DESIGN)) {
      const [, changedAt, id = ""] = /^(\d+)\/(.*)$/su.exec(url.slice(OF_DESIGN.length)) ?? [];
      const design = world.pageDesigns.get(id);
      if (!design?.page.ground || String(design.changedAt) !== changedAt) return undefined;
      found[path] = design.page.ground;
    } else if (!url.startsWith(KEPT_APART)) found[path] = url;
    else {
      const bytes = await fileBytes(database, url.slice(KEPT_APART.length));
      if (!bytes) return undefined;
      found[path] = `data:image/jpeg;base64,${base64Of(new Uint8Array(bytes))}`;
    }
  }
  return found;
}

function base64Of(bytes: Uint8Array): string {
  let binary = "";
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary);
}
