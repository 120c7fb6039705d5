import type { Enclosure } from "@/core/model/enclosure";
import { keepDraft } from "@/store/keepDraft";
import { keepFile } from "@/store/keepFile";
import { markRead } from "@/store/keepReply";
import { forgetPendingSend } from "@/store/pendingSends";
import type { VineDatabase } from "@/store/vineDatabase";

/** What is saved beside the list of changes: nobody takes it back. */
export function savingOf(database: VineDatabase, now: () => number) {
  return {
    /** Something begun, so that it can be continued; undefined deletes it. */
    draft: (id: string, value: unknown): Promise<void> => keepDraft(database, id, value, now()),
    /** A file that goes along with letters. */
    file: (name: string, type: string, bytes: ArrayBuffer): Promise<Enclosure> => keepFile(database, name, type, bytes),
    /** A send that could not go on after its page was closed is not wanted any more. */
    noPendingSend: (roundId: string): Promise<void> => forgetPendingSend(database, roundId),
    repliesRead: (replyIds: readonly string[]): Promise<void> => markRead(database, replyIds),
  };
}
export type Saving = ReturnType<typeof savingOf>;
