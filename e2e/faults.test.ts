import { execFileSync } from "node:child_process";
import { expect, test } from "vitest";
import type { LetterState } from "@/core/delivery/letterState";
import { isFinal } from "@/core/delivery/letterState";
import { Random } from "@/core/random";
import { letter } from "@/post/testing";
import { BreakingRelay } from "./support/breakingRelay";
import { TestServer } from "./support/server";

/** How often something breaks; `npm run crash -- --full` asks for two hundred. */
const FAULTS = Number(process.env.VINE_FAULTS ?? 6);
const SEED = Number(process.env.VINE_SEED ?? 20261124);
const MINUTE_MS = 60_000;

test(
  `through ${FAULTS} faults of process, connections and disk (seed ${SEED}) no letter is lost, doubled or told wrong`,
  async () => {
    const random = new Random(SEED);
    const relay = new BreakingRelay(random);
    const url = await relay.listen();
    const server = await TestServer.start({ VINE_SMTP_URL: url });
    const taken = new Set<string>();
    const withdrawn = new Set<string>();
    let clock = 0;
    const ask = (route: string, body?: unknown) =>
      fetch(`${server.url}${route}`, body === undefined ? {} : { method: "POST", body: JSON.stringify(body) });
    const states = async (): Promise<Map<string, LetterState>> => {
      const found = new Map<string, LetterState>();
      for (let after = 0, isMore = true; isMore; ) {
        const route = `/api/post/events?logId=${logId}&after=${after}&waitMs=0`;
        const { events, upTo } = await (await ask(route)).json();
        for (const { letterId, state } of events) if (letterId) found.set(letterId, state);
        after = upTo;
        isMore = events.length > 0;
      }
      return found;
    };
    const { logId } = await (await ask("/api/post/events?logId=&after=0&waitMs=0")).json();
    const letters = (round: number, ids: readonly string[]) => ({
      roundId: `round-${round}`,
      leavesAt: 0,
      letters: ids.map((id) => letter(id)),
    });
    /** As a browser does: again until it is acknowledged. */
    const handOver = async (round: number, ids: readonly string[]) => {
      const answer = await ask("/api/post/letters", letters(round, ids)).catch(() => undefined);
      if (answer?.ok) for (const id of ids) taken.add(id);
      return answer?.ok ?? false;
    };
    const diskIsFull = (isFull: boolean) =>
      execFileSync("prlimit", [
        "--pid",
        String(server.pid),
        `--fsize=${isFull ? random.whole(0, 3_000) : "unlimited"}:unlimited`,
      ]);
    const again = async () => {
      clock += random.whole(1, 70) * MINUTE_MS;
      await server.restart({ VINE_CLOCK_AHEAD_MS: String(clock) });
    };

    const open: [number, string[]][] = [];
    for (let fault = 0; fault < FAULTS; fault += 1) {
      const ids = Array.from({ length: random.whole(1, 12) }, (_, place) => `f${fault}-l${place}`);
      relay.breaks = random.pick([0, 0.03, 0.1, 0.3]);
      const kind = random.pick(["kill", "kill", "full disk", "pause", "withdraw", "second server"] as const);
      if (kind === "full disk") diskIsFull(true);
      const handing = handOver(fault, ids);
      if (kind === "kill") {
        const wanted = relay.taken.size + random.whole(0, ids.length);
        await Promise.race([
          handing.then(() =>
            expect
              .poll(() => relay.taken.size, { timeout: 300, interval: 2 })
              .toBeGreaterThan(wanted)
              .catch(() => undefined),
          ),
          expect
            .poll(() => relay.taken.size, { timeout: 600, interval: 2 })
            .toBeGreaterThan(wanted)
            .catch(() => undefined),
        ]);
        await server.kill();
        await again();
      }
      if (!(await handing)) open.push([fault, ids]);
      const roundId = `round-${fault}`;
      if (kind === "pause") {
        await ask("/api/post/pause", { roundId, paused: true });
        await again();
        await ask("/api/post/pause", { roundId, paused: false });
      }
      if (kind === "second server") {
        // It has the same folder and the same letters; it takes none of them and ends.
        const second = await TestServer.start({ VINE_SMTP_URL: url }, server.dataFolder).catch(() => undefined);
        const body = JSON.stringify(letters(fault, ids));
        const asked = second && fetch(`${second.url}/api/post/letters`, { method: "POST", body });
        expect((await asked?.catch(() => undefined))?.status ?? 503).toBe(503);
        await second?.kill();
      }
      if (kind === "withdraw") {
        const answer = await ask("/api/post/withdraw", { roundId });
        expect(answer.status).toBe(200);
        for (const [id, state] of await states()) if (state === "withdrawn") withdrawn.add(id);
      }
      if (kind === "full disk") {
        // Pages open, whatever the disk does.
        expect((await ask("/gradebook")).status).toBe(200);
        diskIsFull(false);
        if (random.chance(0.5)) await again();
      }
    }
    relay.breaks = 0;
    for (const [round, ids] of open) expect(await handOver(round, ids), `round ${round}`).toBe(true);
    for (let hour = 0; hour < 30; hour += 1) {
      clock += 61 * MINUTE_MS;
      await server.restart({ VINE_CLOCK_AHEAD_MS: String(clock) });
      // What is due now leaves now.
      await expect
        .poll(async () => [...(await states()).values()].some((state) => state === "leaving" || state === "handed"))
        .toBe(false);
      if ([...(await states()).values()].every(isFinal)) break;
    }
    const end = await states();
    const counts: Record<string, number> = {};
    for (const id of taken) expect(end.has(id), `${id} is lost`).toBe(true);
    for (const [id, state] of end) {
      const arrived = relay.taken.get(id) ?? 0;
      counts[state] = (counts[state] ?? 0) + 1;
      if (state === "accepted") expect([id, state, arrived]).toEqual([id, state, 1]);
      else if (state === "uncertain") expect(arrived, id).toBeLessThanOrEqual(1);
      else expect([id, state, arrived]).toEqual([id, "withdrawn", 0]);
      if (withdrawn.has(id)) expect(state).toBe("withdrawn");
    }
    for (const id of relay.taken.keys()) expect(end.has(id), `${id} left, and nobody knows of it`).toBe(true);
    console.info(`${FAULTS} faults: ${JSON.stringify(counts)}.`);
    await server.stop();
    relay.close();
  },
  600_000 + FAULTS * 15_000,
);
