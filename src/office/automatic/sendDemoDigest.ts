import type { OfficeCore } from "../open/officeCore";
import { sendRun } from "./runWord";

const SENT = "demo digest";
/** The automatic note of the demo school that is a digest. */
const DIGEST = "standing-1";
const TRIES = 120;
const BETWEEN_MS = 500;

/** The demo school's last digest is in its mailboxes, so that one can read it: it goes once, by the practice post alone. */
export async function sendDemoDigest(office: OfficeCore): Promise<void> {
  if (await office.read.findDraft(SENT)) return;
  for (let turn = 0; turn < TRIES; turn += 1) {
    const run = (await office.read.runsThatAsk()).find(({ planId }) => planId === DIGEST);
    if (run && office.line.state.get().status?.post === "practice") {
      await office.save.draft(SENT, true);
      await sendRun(office, run);
      return;
    }
    await office.around.pause(BETWEEN_MS);
  }
}
