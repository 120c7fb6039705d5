"use client";
import dynamic from "next/dynamic";
import { Skeleton } from "@/ui/shared/Skeleton";

/**
 * The screens, each with what it needs. They come once the frame answers: a page's first script is the frame alone.
 */
const SCREENS = {
  BringInScreen: () => import("@/ui/bring-in/BringInScreen").then((screen) => screen.BringInScreen),
  DeskScreen: () => import("@/ui/desk/DeskScreen").then((screen) => screen.DeskScreen),
  CardSheetScreen: () => import("@/ui/families/CardSheetScreen").then((screen) => screen.CardSheetScreen),
  CardsScreen: () => import("@/ui/families/CardsScreen").then((screen) => screen.CardsScreen),
  FamiliesScreen: () => import("@/ui/families/FamiliesScreen").then((screen) => screen.FamiliesScreen),
  GradebookScreen: () => import("@/ui/gradebook/GradebookScreen").then((screen) => screen.GradebookScreen),
  AssignmentMarkingScreen: () =>
    import("@/ui/marking/AssignmentMarkingScreen").then((screen) => screen.AssignmentMarkingScreen),
  MarkingScreen: () => import("@/ui/marking/MarkingScreen").then((screen) => screen.MarkingScreen),
  NoteScreen: () => import("@/ui/note/NoteScreen").then((screen) => screen.NoteScreen),
  NotesScreen: () => import("@/ui/note/library/NotesScreen").then((screen) => screen.NotesScreen),
  PlanScreen: () => import("@/ui/note/plan/PlanScreen").then((screen) => screen.PlanScreen),
  PracticeScreen: () => import("@/ui/practice/PracticeScreen").then((screen) => screen.PracticeScreen),
  FamilyRecordScreen: () => import("@/ui/record/FamilyRecordScreen").then((screen) => screen.FamilyRecordScreen),
  RecordScreen: () => import("@/ui/record/RecordScreen").then((screen) => screen.RecordScreen),
  RoundScreen: () => import("@/ui/record/RoundScreen").then((screen) => screen.RoundScreen),
  ReportsScreen: () => import("@/ui/reports/ReportsScreen").then((screen) => screen.ReportsScreen),
  DesignScreen: () => import("@/ui/reports/design/DesignScreen").then((screen) => screen.DesignScreen),
  SeatingScreen: () => import("@/ui/seating/SeatingScreen").then((screen) => screen.SeatingScreen),
  SettingsScreen: () => import("@/ui/settings/SettingsScreen").then((screen) => screen.SettingsScreen),
  StudentSheetScreen: () => import("@/ui/student/StudentSheetScreen").then((screen) => screen.StudentSheetScreen),
};

function Waiting() {
  return <Skeleton words="Opening the screen" />;
}

export const AssignmentMarkingScreen = dynamic(SCREENS.AssignmentMarkingScreen, { ssr: false, loading: Waiting });
export const BringInScreen = dynamic(SCREENS.BringInScreen, { ssr: false, loading: Waiting });
export const CardSheetScreen = dynamic(SCREENS.CardSheetScreen, { ssr: false, loading: Waiting });
export const CardsScreen = dynamic(SCREENS.CardsScreen, { ssr: false, loading: Waiting });
export const DesignScreen = dynamic(SCREENS.DesignScreen, { ssr: false, loading: Waiting });
export const DeskScreen = dynamic(SCREENS.DeskScreen, { ssr: false, loading: Waiting });
export const FamiliesScreen = dynamic(SCREENS.FamiliesScreen, { ssr: false, loading: Waiting });
export const FamilyRecordScreen = dynamic(SCREENS.FamilyRecordScreen, { ssr: false, loading: Waiting });
export const GradebookScreen = dynamic(SCREENS.GradebookScreen, { ssr: false, loading: Waiting });
export const MarkingScreen = dynamic(SCREENS.MarkingScreen, { ssr: false, loading: Waiting });
export const NoteScreen = dynamic(SCREENS.NoteScreen, { ssr: false, loading: Waiting });
export const NotesScreen = dynamic(SCREENS.NotesScreen, { ssr: false, loading: Waiting });
export const PlanScreen = dynamic(SCREENS.PlanScreen, { ssr: false, loading: Waiting });
export const PracticeScreen = dynamic(SCREENS.PracticeScreen, { ssr: false, loading: Waiting });
export const RecordScreen = dynamic(SCREENS.RecordScreen, { ssr: false, loading: Waiting });
export const ReportsScreen = dynamic(SCREENS.ReportsScreen, { ssr: false, loading: Waiting });
export const RoundScreen = dynamic(SCREENS.RoundScreen, { ssr: false, loading: Waiting });
export const SeatingScreen = dynamic(SCREENS.SeatingScreen, { ssr: false, loading: Waiting });
export const SettingsScreen = dynamic(SCREENS.SettingsScreen, { ssr: false, loading: Waiting });
export const StudentSheetScreen = dynamic(SCREENS.StudentSheetScreen, { ssr: false, loading: Waiting });

/** Brings the other screens while nothing else is to be done, so that each is there when it is chosen. */
export async function bringScreens(atRest: () => Promise<void>): Promise<void> {
  for (const bring of Object.values(SCREENS)) {
    await atRest();
    // One that can't be brought now is asked for again when it is chosen.
    await bring().catch(() => undefined);
  }
}
