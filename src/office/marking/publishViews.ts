import { adding, updating } from "@/core/change/change";
import { usualMarking } from "@/core/marking/feedbackNote";
import { classCodeFrom, type ViewPage, viewLinksSchema } from "@/core/marking/viewPage";
import type { Assignment } from "@/core/model/assignment";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import type { Commit } from "@/store/commitChange";
import { familiesOrigin } from "../families/publishCard";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";

const SCREEN = "Marking";

/**
 * Opens the page on which others say how they see an assignment, or closes it. The rubric goes there without its sentences.
 * Errors: the server does not take it; nothing was kept then.
 */
export async function publishViews(office: OfficeCore, assignment: Assignment, isOpen: boolean): Promise<Commit> {
  const { world, around } = office;
  const before = world.markings.get(assignment.id);
  const known = before?.viewPage;
  const viewPage = {
    id: known?.id ?? around.newId(),
    classCode: known?.classCode ?? classCodeFrom(crypto.getRandomValues(new Uint8Array(6))),
    isOpen,
  };
  const { teacherName, schoolName } = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const criteria = (assignment.rubric ?? []).map(({ id, name, levels, most }) => ({
    id,
    name,
    levels: levels.map((level) => ({ id: level.id, label: level.label })),
    ...(most !== undefined && { most }),
  }));
  const page: ViewPage = { ...viewPage, title: assignment.title, teacherName, schoolName, criteria };
  await ask(around, "/api/family/pages", { method: "POST", body: JSON.stringify(page) });
  const next = { ...(before ?? usualMarking(assignment)), viewPage };
  const change = before ? updating("markings", before, next) : adding("markings", [next]);
  const words = `The page for views on “${assignment.title}” was ${isOpen ? "opened" : "closed"}.`;
  return office.commit(change, { words, screen: SCREEN });
}

/** Where the class reaches the page. */
export function viewLink(office: Pick<OfficeCore, "around" | "line">, pageId: string): string {
  return `${familiesOrigin(office)}/view/${pageId}`;
}

/** The links of some students, by student: their own, and the one by which others speak of them. */
export async function viewLinks(
  office: OfficeCore,
  pageId: string,
  studentIds: readonly string[],
): Promise<ReadonlyMap<string, { readonly own: string; readonly about: string }>> {
  const body = JSON.stringify({ pageId, studentIds });
  const { links } = viewLinksSchema.parse(await ask(office.around, "/api/family/view-links", { method: "POST", body }));
  const at = (token: string) => `${viewLink(office, pageId)}/${token}`;
  return new Map(Object.entries(links).map(([id, { own, about }]) => [id, { own: at(own), about: at(about) }]));
}
