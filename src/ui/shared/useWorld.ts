"use client";
import { liveQuery } from "dexie";
import { useCallback, useEffect, useRef, useState } from "react";
import { applyChange, type Change, isEmptyChange } from "@/core/change/change";
import { type Day, dayOfInstant, instantOf } from "@/core/model/day";
import { DEFAULT_SETTINGS } from "@/core/model/settings";
import { type World, worldOf } from "@/core/model/world";
import { demoSchoolWithPast } from "@/demo/demoPast";
import { openDatabase, type VineDatabase } from "@/store/database";
import { settleAnswer, takeInFamilyEvents } from "@/store/familyRepository";
import { applyImport, turnImport } from "@/store/importRepository";
import { saveRound, writtenAbout } from "@/store/roundRepository";
import { commitChange, isWorldEmpty, loadWorld, pastScores, replaceEverything } from "@/store/worldRepository";
import { type Engine, startEngine } from "@/workers/engine/engineClient";
import type { Vine } from "./VineContext";

interface Opened {
  database: VineDatabase;
  engine: Engine;
  world: World;
  today: Day;
  revision: number;
}

const NOON = 12;

/** This page belongs to an older version of the application than the data. */
export class OlderPage extends Error {}

/** What one tab tells the others. */
type Word = { kind: "changed"; change: Change; at: number } | { kind: "replaced" };

/**
 * Opens the browser's database and the engine, and keeps the screens, the engine and other tabs in step with every
 * change that is saved.
 */
export function useWorld(opensDemo: boolean, pinnedToday: Day | undefined): Vine | "opening" | { failed: unknown } {
  const [opened, setOpened] = useState<Opened>();
  const [failed, setFailed] = useState<unknown>();
  const channel = useRef<BroadcastChannel>(undefined);

  const takeIn = useCallback((change: Change) => {
    setOpened((now) => {
      if (!now) return now;
      return { ...now, world: applyChange(now.world, change), revision: now.revision + 1 };
    });
  }, []);

  useEffect(() => {
    let gone = false;
    const today = pinnedToday ?? dayOfInstant(Date.now());
    const database = openDatabase();
    const engine = startEngine();
    const load = async () => {
      const records = await loadWorld(database);
      const written = await writtenAbout(database);
      await engine.load(records, today, await pastScores(database), written);
      if (gone) return;
      heard = JSON.stringify(written);
      const world = worldOf(records);
      setOpened((now) => ({ database, engine, world, today, revision: (now?.revision ?? 0) + 1 }));
    };
    let heard = "";
    // What is sent in any tab decides who was heard from; letters that only move on change nothing of that.
    const sent = liveQuery(() => writtenAbout(database)).subscribe(async (written) => {
      const words = JSON.stringify(written);
      if (gone || heard === "" || words === heard) return;
      heard = words;
      await engine.hear(written);
      setOpened((now) => now && { ...now, revision: now.revision + 1 });
    });
    // A newer version of the application wants the data in another shape: this page must not write any more.
    database.on("versionchange", () => {
      database.close();
      if (!gone) setFailed(new OlderPage());
    });
    const open = async () => {
      if (opensDemo && (await isWorldEmpty(database))) await replaceEverything(database, ...demoSchoolWithPast(today));
      if ((await database.settings.count()) === 0) await database.settings.add(DEFAULT_SETTINGS);
      await load();
    };
    open().catch((cause) => !gone && setFailed(cause));
    const words = new BroadcastChannel("vine-note");
    words.onmessage = ({ data }: MessageEvent<Word>) => {
      if (data.kind === "replaced") void load();
      else void engine.apply(data.change, data.at).then(() => takeIn(data.change));
    };
    channel.current = words;
    // A page left open over midnight must not count days from yesterday.
    const onReturn = () => {
      if (!pinnedToday && document.visibilityState === "visible" && dayOfInstant(Date.now()) !== today) {
        window.location.reload();
      }
    };
    document.addEventListener("visibilitychange", onReturn);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", onReturn);
      words.close();
      sent.unsubscribe();
      database.close();
    };
  }, [opensDemo, pinnedToday, takeIn]);

  if (failed) return { failed };
  if (!opened) return "opening";

  const { database, engine, today } = opened;
  const spread = async (change: Change) => {
    if (isEmptyChange(change)) return;
    const at = Date.now();
    await engine.apply(change, at);
    takeIn(change);
    channel.current?.postMessage({ kind: "changed", change, at } satisfies Word);
  };
  return {
    ...opened,
    now: () => (pinnedToday ? instantOf(pinnedToday, NOON) : Date.now()),
    commit: async (change) => {
      await commitChange(database, change);
      await spread(change);
    },
    applyImport: async (record, recipes) => spread(await applyImport(database, record, recipes)),
    turnImport: async (id) => spread(await turnImport(database, id, Date.now())),
    takeInFamilyEvents: async (journalId, events) => spread(await takeInFamilyEvents(database, journalId, events)),
    settleAnswer: async (answerId, state, change) => {
      await settleAnswer(database, answerId, state, change);
      await spread(change);
    },
    keepRound: async (round, letters, change) => {
      await saveRound(database, round, letters, change);
      await spread(change);
    },
    replaceEverything: async (records, past = []) => {
      await replaceEverything(database, records, past);
      await engine.load(records, today, past, []);
      setOpened({ ...opened, world: worldOf(records), revision: opened.revision + 1 });
      channel.current?.postMessage({ kind: "replaced" } satisfies Word);
    },
  };
}
