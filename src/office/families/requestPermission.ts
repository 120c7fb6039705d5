import { setRows } from "@/core/change/change";
import { type LetterDraft, preparedRound, senderOf } from "@/core/delivery/preparedRound";
import { askingLetter, type Unasked, unaskedGuardians } from "@/core/families/askingLetter";
import { linksAnswerSchema } from "@/core/families/familyEvent";
import { mailId } from "@/core/families/mailId";
import type { Guardian } from "@/core/model/guardian";
import { classLabel } from "@/core/model/schoolClass";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import type { World } from "@/core/model/world";
import { counted } from "@/core/words";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";
import type { Sent } from "../rounds/sendNote";
import { leavingNow, sendPrepared } from "../rounds/sendTrial";
import { familiesOrigin } from "./publishCard";

const NOTE_NAME = "Whether letters are welcome";

/** Who would be asked, and how many were asked and have not answered. With `again` these are asked once more. */
export function toBeAsked(
  world: World,
  again: boolean,
): { readonly unasked: readonly Unasked[]; readonly silent: number } {
  const silent = [...world.guardians.values()].filter(({ confirmation }) => confirmation === "asked").length;
  return { unasked: unaskedGuardians(again ? forgetAsking(world) : world), silent };
}

/** The letter that would be sent to one of them, with a link that leads nowhere. */
export function askingSample(office: OfficeCore, unasked: Unasked) {
  const settings = office.world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  return askingLetter(unasked, settings, `${familiesOrigin(office)}/family/sample`);
}

/** Asks guardians whether letters are welcome, in one round for all classes. Errors: the links can't be signed; nobody was asked then. */
export async function requestPermission(office: OfficeCore, again: boolean, screen: string): Promise<Sent> {
  const { world, around } = office;
  const { unasked } = toBeAsked(world, again);
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { teacherName, schoolName, takeBackSeconds } = settings;
  const body = JSON.stringify({
    guardianIds: unasked.map(({ guardianId }) => mailId(guardianId)),
    teacherName,
    schoolName,
  });
  const { tokens } = linksAnswerSchema.parse(await ask(around, "/api/family/links", { method: "POST", body }));
  const letters = unasked.map((one): LetterDraft => {
    const [child] = one.children;
    const schoolClass = [...world.classes.values()].find(({ studentIds }) => child && studentIds.includes(child.id));
    return {
      studentId: child?.id ?? "",
      studentName: one.children.map(({ fullName }) => fullName).join(", "),
      classId: schoolClass?.id ?? "",
      className: schoolClass ? classLabel(schoolClass) : "",
      recipient: { kind: "guardian", id: one.guardianId, name: one.name, address: one.address },
      reason: "was not asked yet",
      ...askingLetter(one, settings, `${familiesOrigin(office)}/family/${tokens[mailId(one.guardianId)] ?? ""}`),
    };
  });
  const about = {
    noteId: "",
    noteName: NOTE_NAME,
    sentence: "Guardians of students in all classes who were not asked yet",
    summary: `${counted(letters.length, "letter")} to ${counted(letters.length, "guardian")}.`,
    acceptedCautions: [],
  };
  const prepared = preparedRound(about, letters, { ...senderOf(settings), ...leavingNow(office, takeBackSeconds) });
  const ids = new Set(unasked.map(({ guardianId }) => guardianId));
  return sendPrepared(
    office,
    prepared,
    (now) => ({ guardians: setRows<"guardians">(now.guardians, asked(now, ids)) }),
    screen,
  );
}

/** The guardians that were just asked, marked so; who answered meanwhile stays as they are. */
function asked(world: World, ids: ReadonlySet<string>): [string, Guardian][] {
  return [...world.guardians.values()].flatMap((guardian): [string, Guardian][] => {
    const isOpen = guardian.confirmation === "not asked" || guardian.confirmation === "asked";
    return ids.has(guardian.id) && isOpen ? [[guardian.id, { ...guardian, confirmation: "asked" }]] : [];
  });
}

/** The world as if nobody had been asked, for those who have not answered. */
function forgetAsking(world: World): World {
  const guardians = new Map(
    [...world.guardians].map(([id, guardian]) => [
      id,
      guardian.confirmation === "asked" ? { ...guardian, confirmation: "not asked" as const } : guardian,
    ]),
  );
  return { ...world, guardians };
}
