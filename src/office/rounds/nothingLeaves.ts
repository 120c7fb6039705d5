import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";

/** Holds everything back, whatever it is and over restarts, or lets it go on. Errors: the post room does not answer; then nothing is held. */
export async function setNothingLeaves({ around, line }: Pick<OfficeCore, "around" | "line">, nothingLeaves: boolean) {
  await ask(around, "/api/post/nothing-leaves", { method: "POST", body: JSON.stringify({ nothingLeaves }) });
  line.wake();
}
