import * as broughtIn from "@/store/applyBroughtIn";
import { backupPlace } from "@/store/backupPlace";
import * as notes from "@/store/findNote";
import { findDraft } from "@/store/keepDraft";
import * as files from "@/store/keepFile";
import * as replies from "@/store/keepReply";
import { keptByName } from "@/store/keptByName";
import { isMadeUp, pastOfAssignment } from "@/store/loadWorld";
import { pendingSends } from "@/store/pendingSends";
import { plansWaitForWord } from "@/store/restored";
import * as rounds from "@/store/roundRepository";
import * as runs from "@/store/runRepository";
import { scheduledRounds } from "@/store/scheduledRounds";
import { searchLetters } from "@/store/searchLetters";
import * as families from "@/store/takeInFamilyEvents";
import { templatesByName } from "@/store/templatesByName";
import { changesNewestFirst } from "@/store/undoRedo";
import { unsentFeedback } from "@/store/unsentFeedback";
import type { VineDatabase } from "@/store/vineDatabase";
import { formerDatabase } from "@/store/whichDatabase";

/** What screens may read of what is kept. Each is a question that a screen can ask again whenever its answer changes. */
export function queriesOf(database: VineDatabase, now: () => number, base = database.name) {
  const of =
    <Rest extends unknown[], Answer>(read: (database: VineDatabase, ...rest: Rest) => Promise<Answer>) =>
    (...rest: Rest) =>
      read(database, ...rest);
  return {
    allPlans: of(runs.allPlans),
    backupPlace: of(backupPlace),
    plansWaitForWord: of(plansWaitForWord),
    allRecipes: of(broughtIn.allRecipes),
    announcedReplies: of(replies.announcedReplies),
    answersOfCard: of(families.answersOfCard),
    broughtInNewestFirst: of(broughtIn.broughtInNewestFirst),
    cardsNewestFirst: of(families.cardsNewestFirst),
    changesNewestFirst: of(changesNewestFirst),
    fileBytes: of(files.fileBytes),
    findDraft: of(findDraft),
    formerDatabase: () => formerDatabase(base),
    findPlan: of(runs.findPlan),
    runsOf: of(runs.runsOf),
    runsThatAsk: of(runs.runsThatAsk),
    runsToCome: of(runs.runsToCome),
    runsWithStops: of(runs.runsWithStops),
    scheduledRounds: of(scheduledRounds),
    findNote: of(notes.findNote),
    findRound: of(rounds.findRound),
    keptByName: of(keptByName),
    isMadeUp: of(isMadeUp),
    lastFailure: of(rounds.lastFailure),
    lastRoundOf: of(rounds.lastRoundOf),
    lettersAbout: of(rounds.lettersAbout),
    lettersOfNote: of(rounds.lettersOfNote),
    lettersOfRound: of(rounds.lettersOfRound),
    missingFiles: of(files.missingFiles),
    newReplies: of(replies.newReplies),
    newRepliesWithLetters: of(replies.newRepliesWithLetters),
    notesNewestFirst: of(notes.notesNewestFirst),
    pastOfAssignment: of(pastOfAssignment),
    realIsConfirmed: of(rounds.realIsConfirmed),
    repliesTo: of(replies.repliesTo),
    roundsNewestFirst: of(rounds.roundsNewestFirst),
    roundsToCome: () => rounds.roundsToCome(database, now()),
    searchLetters: of(searchLetters),
    talksAbout: of(replies.talksAbout),
    talliesByRound: of(rounds.talliesByRound),
    templatesByName: of(templatesByName),
    troubledLetters: of(rounds.troubledLetters),
    pendingSends: of(pendingSends),
    unsentFeedback: of(unsentFeedback),
    waitingAnswers: of(families.waitingAnswers),
    wholeLetters: of(rounds.wholeLetters),
  };
}
export type Queries = ReturnType<typeof queriesOf>;
