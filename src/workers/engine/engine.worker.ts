import * as Comlink from "comlink";
import { planAnswer } from "@/core/families/planAnswer";
import { FiguresIndex } from "@/core/figures/figuresIndex";
import { noteLetters } from "@/core/letter/noteLetters";
import { recordsOf, worldOf } from "@/core/model/world";
import { planNote } from "@/core/selection/planNote";
import { answersView } from "./answersView";
import { classDetails, pieceDetails, studentDetails } from "./detailsView";
import type { EngineApi } from "./engineApi";
import { gradebookView } from "./gradebookView";
import { letterView } from "./letterView";
import { checkView, letterEntries, noteSentence, peopleView } from "./noteView";
import { previewView } from "./previewView";

let loaded: FiguresIndex | undefined;

function index(): FiguresIndex {
  if (!loaded) throw new Error("The engine was asked before it had the gradebook.");
  return loaded;
}

const engine: EngineApi = {
  load: (records, today) => {
    loaded = new FiguresIndex(worldOf(records), today);
  },
  apply: (change) => index().apply(change),
  gradebook: (classId, period) => gradebookView(index(), classId, period),
  classDetails: (classId, period) => classDetails(index(), classId, period),
  studentDetails: (classId, studentId, period) => studentDetails(index(), classId, studentId, period),
  pieceDetails: (assignmentId) => pieceDetails(index(), assignmentId),
  preview: (change, period, classIds) => previewView(index(), change, period, classIds),
  people: (note) => peopleView(index(), note),
  check: (note) => checkView(index(), note),
  sentence: (note) => noteSentence(index(), note),
  letter: (note, key) => letterView(index(), note, key),
  finishedLetter: (note, key) => {
    const planned = planNote(index(), note).letters.filter((letter) => letter.key === key);
    return noteLetters(index(), note, planned).next().value?.rendered;
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
  lendWorld: (port) => {
    port.postMessage(recordsOf(index().world));
    port.close();
  },
};

Comlink.expose(engine);
