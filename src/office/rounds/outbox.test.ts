import "fake-indexeddb/auto";
import fc from "fast-check";
import { afterEach, beforeEach, expect, test } from "vitest";
import type { Said } from "@/core/delivery/outboxEntry";
import { openDatabase } from "@/store/openDatabase";
import { addToOutbox } from "@/store/outbox";
import type { VineDatabase } from "@/store/vineDatabase";
import { NobodyAnswers } from "../open/ask";
import type { HandingOver } from "./handingOver";
import { sendOutbox } from "./outbox";

let database: VineDatabase;
let places = 0;
beforeEach(() => {
  places += 1;
  database = openDatabase(`outbox-${places}`);
});
afterEach(() => database.delete());

const KINDS = ["take back", "opt-out", "outdated", "settled", "reply", "answer"] as const;
type Kind = (typeof KINDS)[number];

function said(kind: Kind, subject: number, version: number): Said {
  const name = `s${subject}`;
  switch (kind) {
    case "take back":
      return { kind, roundId: name };
    case "opt-out":
      return { kind, personId: name, addresses: [`${name}.${version}@x.example`], wanted: version % 2 === 1 };
    case "outdated":
      return { kind, roundId: name, change: version };
    case "settled":
      return { kind, answerId: name };
    case "reply":
      return { kind, name: `${subject}`.repeat(40) };
    case "answer":
      return { kind, logId: `log${subject % 2}`, seq: subject + 1 };
  }
}

/** A server that is there or not, and remembers what it was told last; something may be said while a request is on its way. */
function server(onRequest: () => Promise<void>, isThere: () => boolean) {
  const told: string[] = [];
  const office = {
    database,
    around: {
      newId: () => "browser",
      fetch: async (url: string, { method, body }: RequestInit = {}) => {
        if (!isThere()) throw new TypeError("Failed to fetch");
        await onRequest();
        if (!isThere()) throw new TypeError("Failed to fetch");
        told.push(`${method} ${url} ${body ?? ""}`);
        return Response.json({});
      },
    },
  } as unknown as HandingOver;
  return { office, told };
}

test("whatever is said and told in whatever order, also again while it is on its way or nobody answers, the server hears each thing's last word", async () => {
  const step = fc.record({
    kind: fc.constantFrom(...KINDS),
    subject: fc.nat(3),
    offline: fc.boolean(),
    meanwhile: fc.boolean(),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 12 }), async (steps) => {
      await database.outbox.clear();
      const last = new Map<string, Said>();
      let version = 0;
      let isOnline = true;
      let pending: (() => Promise<void>) | undefined;
      const say = async (kind: Kind, subject: number) => {
        version += 1;
        const one = said(kind, subject, version);
        await database.transaction("rw", database.outbox, () => addToOutbox(database, [one]));
        last.set(`${kind}/${subject}`, one);
      };
      const { office, told } = server(
        async () => {
          const now = pending;
          pending = undefined;
          await now?.();
        },
        () => isOnline,
      );
      for (const { kind, subject, offline, meanwhile } of steps) {
        await say(kind, subject);
        isOnline = !offline;
        // Overtaken: the same thing is said again while the request that tells of it is on its way.
        pending = meanwhile ? () => say(kind, subject) : undefined;
        await sendOutbox(office, ...KINDS).catch((cause) => expect(cause).toBeInstanceOf(NobodyAnswers));
      }
      isOnline = true;
      pending = undefined;
      await sendOutbox(office, ...KINDS);
      expect(await database.outbox.count()).toBe(0);
      for (const one of last.values()) {
        const words = JSON.stringify(
          one.kind === "outdated" ? one.change : one.kind === "opt-out" ? one.addresses[0] : Object.values(one)[1],
        );
        const about = one.kind === "answer" ? String(one.seq) : words.replaceAll('"', "");
        expect(
          told.some((request) => request.includes(about)),
          `${about} in ${told.join("; ")}`,
        ).toBe(true);
      }
      // Of what can be said both ways the last word came last.
      for (const one of last.values())
        if (one.kind === "opt-out") {
          const ofThem = told.filter(
            (request) => request.includes(`"${one.personId}.`) || request.includes(`${one.personId}.`),
          );
          expect(ofThem.at(-1)).toContain(`"wanted":${one.wanted}`);
        }
    }),
    { numRuns: 60 },
  );
});
