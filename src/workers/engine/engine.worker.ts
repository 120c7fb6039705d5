import * as Comlink from "comlink";
import { balance } from "@/core/delivery/balance";
import { cameIn } from "@/core/delivery/cameIn";
import { planAnswer } from "@/core/families/planAnswer";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import type { RenderedLetter } from "@/core/letter/compileLetter";
import { languageOf, noteLetters, wordsFor } from "@/core/letter/noteLetters";
import { readingOf } from "@/core/letter/readingEase";
import type { Note } from "@/core/model/note";
import { recordsOf, worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { answersView } from "./answersView";
import { classDetails, pieceDetails, studentDetails } from "./detailsView";
import type { EngineApi } from "./engineApi";
import { gradebookView } from "./gradebookView";
import { letterExtremes } from "./letterExtremes";
import { letterView } from "./letterView";
import { checkView, letterEntries, noteSentence, peopleView } from "./noteView";
import { previewView } from "./previewView";
import { selectionNewsView } from "./selectionNewsView";

let loaded: FiguresIndex | undefined;

function index(): FiguresIndex {
  if (!loaded) throw new Error("The engine was asked before it had the gradebook.");
  return loaded;
}

function finishedLetter(note: Note, key: string): RenderedLetter | undefined {
  const planned = planNote(index(), note).letters.filter((letter) => letter.key === key);
  return noteLetters(index(), note, planned).next().value?.rendered;
}

const engine: EngineApi = {
  load: (records, today, past, written) => {
    loaded = new FiguresIndex(worldOf(records), today, past);
    loaded.hear(written);
  },
  apply: (change, at) => index().apply(change, at),
  hear: (written) => index().hear(written),
  gradebook: (classIds, period) => gradebookView(index(), classIds, period),
  classDetails: (classIds, period) => classDetails(index(), classIds, period),
  studentDetails: (classId, studentId, period) => studentDetails(index(), classId, studentId, period),
  pieceDetails: (assignmentIds) => pieceDetails(index(), assignmentIds),
  preview: (change, period, classIds) => previewView(index(), change, period, classIds),
  people: (note) => peopleView(index(), note),
  news: (selection, seen) => selectionNewsView(index(), selection, seen),
  check: (note, now) => checkView(index(), note, now),
  sentence: (note) => noteSentence(index(), note),
  letter: (note, parts, key) => letterView(index(), note, parts, key),
  extremes: (note) => letterExtremes(index(), note),
  finishedLetter,
  reading: (note, key) => {
    const [planned] = planNote(index(), note).letters.filter((letter) => letter.key === key);
    const letter = finishedLetter(note, key);
    return planned && letter && readingOf(letter.text, wordsFor(note, languageOf(index(), planned)).language);
  },
  finishedLetters: (note) => {
    const plan = planNote(index(), note);
    const entries = letterEntries(index(), plan);
    return [...noteLetters(index(), note, plan.letters)].flatMap(({ rendered }, place) => {
      const entry = entries[place];
      return entry ? [{ entry, rendered }] : [];
    });
  },
  answers: (answers, chosen) => answersView(index(), answers, chosen),
  answerChange: ({ answer }, studentId) => planAnswer(answer, { kind: "nobody" }, index().world, studentId).change,
  balance: () => balance(index()),
  cameIn: (about, at, now) => cameIn(index(), about, at, now),
  lendWorld: (port) => {
    port.postMessage(recordsOf(index().world));
    port.close();
  },
};

Comlink.expose(engine);
