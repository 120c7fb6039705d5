import { Problem } from "../edge/problem";
import type { PracticePost } from "./practicePost";

/** The practice post; it is not there where letters leave by a real mail server. */
export function practiceOf({ practice }: { practice: PracticePost | undefined }): PracticePost {
  if (!practice) throw new Problem("not there", "Letters leave by a real mail server: there is no practice post.");
  return practice;
}
