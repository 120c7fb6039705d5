import { balance } from "@/core/delivery/balance";
import { cameIn } from "@/core/delivery/cameIn";
import { planAnswer } from "@/core/families/planAnswer";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { languageOf, noteLetters, wordsFor } from "@/core/letter/noteLetters";
import { readingEase } from "@/core/letter/readingEase";
import type { Note } from "@/core/model/note";
import { emptyWorldRecords, recordsOf, WORLD_TABLES, worldOf } from "@/core/model/world";
import { letterReports } from "@/core/report/letterReports";
import { planNote } from "@/core/selection/planNote";
import { answersView } from "./answersView";
import { deskView } from "./deskView";
import type { EngineApi } from "./engineApi";
import { GradebookViews } from "./gradebookViews";
import { letterExtremes } from "./letterExtremes";
import { lettersOnPaper } from "./lettersOnPaper";
import { letterView, pageView } from "./letterView";
import { checkView, noteSentence, peopleView } from "./peopleView";
import { automaticNoteView, dryLetters, dryRun } from "./planRebuild";
import { previewView } from "./previewView";
import { reportKeys, reportsOf } from "./reportsView";
import { RoundInMaking } from "./roundInMaking";
import { selectionNewsView } from "./selectionNewsView";
import { assignmentDetails, classDetails, studentDetails } from "./studentDetails";

/** What the engine worker does, in whatever worker or test it runs. */
export function createEngine(): EngineApi {
  let loaded: FiguresIndex | undefined;
  let coming = emptyWorldRecords();
  let views = new GradebookViews();
  /** By token; what is changed makes all of them outdated. */
  const making = new Map<number, RoundInMaking>();
  let lastToken = 0;

  const index = (): FiguresIndex => {
    if (!loaded) throw new Error("The engine was asked before it had the gradebook.");
    return loaded;
  };
  const finishedLetter = (note: Note, key: string): RenderedLetter | undefined => {
    const planned = planNote(index(), note).letters.filter((letter) => letter.key === key);
    return noteLetters(index(), note, planned).next().value?.rendered;
  };

  const engine: EngineApi = {
    begin: () => {
      coming = emptyWorldRecords();
    },
    take: (records) => {
      for (const table of WORLD_TABLES) (coming[table] as unknown[]).push(...(records[table] ?? []));
    },
    load: (today, past, written) => {
      making.clear();
      views = new GradebookViews();
      loaded = new FiguresIndex(worldOf(coming), today, past);
      coming = emptyWorldRecords();
      loaded.hear(written);
    },
    apply: (change, at) => {
      making.clear();
      index().apply(change, at);
    },
    hear: (written) => {
      making.clear();
      index().hear(written);
    },
    gradebook: (classIds, period, stamp) => views.news(index(), classIds, period, stamp),
    classDetails: (classIds, period) => classDetails(index(), classIds, period),
    studentDetails: (classId, studentId, period) => studentDetails(index(), classId, studentId, period),
    assignmentDetails: (assignmentIds) => assignmentDetails(index(), assignmentIds),
    preview: (change, period, classIds) => previewView(index(), change, period, classIds),
    people: (note) => peopleView(index(), note),
    news: (selection, seen) => selectionNewsView(index(), selection, seen),
    check: (note, now) => checkView(index(), note, now),
    sentence: (note) => noteSentence(index(), note),
    letter: (note, parts, key) => letterView(index(), note, parts, key),
    extremes: (note) => letterExtremes(index(), note),
    finishedLetter,
    reading: (note, key) => {
      const planned = planNote(index(), note).letters.find((letter) => letter.key === key);
      const letter = finishedLetter(note, key);
      return planned && letter && readingEase(letter.text, wordsFor(note, languageOf(index(), planned)).language);
    },
    automaticNote: (note, baseline) => automaticNoteView(index(), note, baseline),
    dryLetters: (note, fresh, recipientId) => dryLetters(index(), note, fresh, recipientId),
    dryRun: (note, fresh) => dryRun(index(), note, fresh),
    beginRound: (note, now, most, fresh) => {
      lastToken += 1;
      const round = new RoundInMaking(index(), note, now, lastToken, fresh);
      const first = round.next(most);
      if (!first.done) making.set(lastToken, round);
      return { begun: round.begun, first };
    },
    nextLetters: (token, most) => {
      const batch = making.get(token)?.next(most) ?? "outdated";
      if (batch === "outdated" || batch.done) making.delete(token);
      return batch;
    },
    answers: (answers, chosen) => answersView(index(), answers, chosen),
    answerChange: ({ answer }, studentId) => planAnswer(answer, { kind: "nobody" }, index().world, studentId).change,
    desk: (before) => deskView(index(), before),
    balance: () => balance(index()),
    cameIn: (about, at, now) => cameIn(index(), about, at, now),
    reportKeys: (wanted) => reportKeys(index(), wanted),
    reports: (wanted, keys) => reportsOf(index(), wanted, keys),
    page: (about, period, parts) => pageView(index(), about, period, parts),
    reportsOfLetter: (note, key) => {
      const planned = planNote(index(), note).letters.find((letter) => letter.key === key);
      return planned ? letterReports(index(), note, planned) : [];
    },
    lettersOnPaper: (note, recipientIds, now) => lettersOnPaper(index(), note, recipientIds, now),
    lendWorld: (port) => {
      port.postMessage(recordsOf(index().world));
      port.close();
    },
  };
  return engine;
}
