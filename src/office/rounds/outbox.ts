import type { EntryOf, OutboxKind } from "@/core/delivery/outboxEntry";
import type { Outdated } from "@/core/delivery/postRequests";
import { MAX_ANSWERS_TOLD } from "@/core/families/familyEvent";
import { toldFromOutbox, waitingInOutbox } from "@/store/outbox";
import { databaseId } from "@/store/runRepository";
import { takenBack } from "@/store/withdrawPrepared";
import { ask } from "../open/ask";
import type { HandingOver } from "./handingOver";
import { closeAddresses, liftOptOut } from "./optOuts";

/** Tells the server of some entries; what is begun may be told again, and changes nothing then. Errors: nobody answers. */
type Tell<Kind extends OutboxKind> = (office: HandingOver, entries: readonly EntryOf<Kind>[]) => Promise<unknown>;

interface Way<Kind extends OutboxKind> {
  /** How many entries one request may hold; one, where each is a request of its own. */
  readonly atOnce: number;
  readonly tell: Tell<Kind>;
}

const post = (office: HandingOver, path: string, body: unknown) =>
  ask(office.around, path, { method: "POST", body: JSON.stringify(body) });

/** How each kind of entry is told; new letters in the place of others have a way of their own (`handOver`). */
const WAYS: { readonly [Kind in Exclude<OutboxKind, "replacement">]: Way<Kind> } = {
  "take back": {
    atOnce: 1,
    tell: async (office, [{ roundId } = { roundId: "" }]) => {
      await post(office, "/api/post/withdraw", { roundId });
      await takenBack(office.database, roundId);
    },
  },
  "opt-out": {
    atOnce: 200,
    tell: async (office, entries) => {
      const closed = entries.flatMap(({ wanted, addresses }) => (wanted ? [] : addresses));
      await closeAddresses(office, [...new Set(closed)]);
      // One by one: what somebody said since the teacher did is looked for in each.
      for (const entry of entries) if (entry.wanted) await liftOptOut(office, entry, closed);
    },
  },
  outdated: {
    atOnce: 1_000,
    tell: async (office, entries) => {
      const laidBy = await databaseId(office.database, office.around.newId);
      const rounds = entries.map(({ roundId, change }) => ({ roundId, change }));
      await post(office, "/api/post/outdated", { laidBy, rounds } satisfies Outdated);
    },
  },
  settled: {
    atOnce: MAX_ANSWERS_TOLD,
    tell: (office, entries) =>
      post(office, "/api/family/answers/settled", { answerIds: entries.map(({ answerId }) => answerId) }),
  },
  reply: {
    atOnce: 1,
    tell: ({ around }, [{ name } = { name: "" }]) => ask(around, `/api/post/replies/${name}`, { method: "DELETE" }),
  },
  answer: {
    atOnce: MAX_ANSWERS_TOLD,
    tell: async (office, entries) => {
      for (const journalId of new Set(entries.map(({ logId }) => logId))) {
        const seqs = entries.flatMap(({ logId, seq }) => (logId === journalId ? [seq] : []));
        await post(office, "/api/family/answers/taken", { journalId, seqs });
      }
    },
  },
};

/**
 * Tells the server what waits of some kinds, in their order. Each entry goes once the server has it on its disk; what was said
 * again meanwhile waits to be told again. One that the server refuses keeps none of the others back. Errors: nobody answers.
 */
export async function sendOutbox(
  office: HandingOver,
  ...kinds: readonly Exclude<OutboxKind, "replacement">[]
): Promise<void> {
  for (const kind of kinds) await sendKind(office, kind);
}

async function sendKind<Kind extends Exclude<OutboxKind, "replacement">>(office: HandingOver, kind: Kind) {
  const { atOnce, tell } = WAYS[kind] as unknown as Way<Kind>;
  const entries = await waitingInOutbox(office.database, kind);
  for (let from = 0; from < entries.length; from += atOnce) {
    const some = entries.slice(from, from + atOnce);
    await tell(office, some);
    await toldFromOutbox(office.database, some);
  }
}
