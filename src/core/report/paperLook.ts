import { PLAIN_ACCENT } from "../model/letterHead";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "../model/settings";
import type { World } from "../model/world";
import type { PaperPage } from "./paperContent";
import { letterHeadOf } from "./paperHead";

/** What all papers of a teacher have in common. */
export interface PaperLook {
  readonly paper: PaperPage["paper"];
  /** The colour of headings and lines, as "#rrggbb". */
  readonly accent: string;
  readonly head: ReturnType<typeof letterHeadOf>;
  /** "Sallow Bay School, Kim Doe", for pages without the head of letters. */
  readonly whose: string;
}

export function paperLook({ settings }: Pick<World, "settings">): PaperLook {
  const { paper = "a4", letterHead, schoolName, teacherName } = settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  return {
    paper,
    accent: letterHead?.accent ?? PLAIN_ACCENT,
    head: letterHeadOf(schoolName, letterHead),
    whose: [schoolName, teacherName].filter(Boolean).join(", "),
  };
}
