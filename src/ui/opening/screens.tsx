"use client";
import dynamic from "next/dynamic";
import type { ComponentType } from "react";
import { Skeleton } from "@/ui/shared/Skeleton";

/** The screens, each with what it needs. They come once the frame answers: a page's first script is the frame alone. */
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

function screen<Props>(bring: () => Promise<ComponentType<Props>>) {
  return dynamic(bring, { ssr: false, loading: Waiting });
}

export const AssignmentMarkingScreen = screen(SCREENS.AssignmentMarkingScreen);
export const BringInScreen = screen(SCREENS.BringInScreen);
export const CardSheetScreen = screen(SCREENS.CardSheetScreen);
export const CardsScreen = screen(SCREENS.CardsScreen);
export const DesignScreen = screen(SCREENS.DesignScreen);
export const DeskScreen = screen(SCREENS.DeskScreen);
export const FamiliesScreen = screen(SCREENS.FamiliesScreen);
export const FamilyRecordScreen = screen(SCREENS.FamilyRecordScreen);
export const GradebookScreen = screen(SCREENS.GradebookScreen);
export const MarkingScreen = screen(SCREENS.MarkingScreen);
export const NoteScreen = screen(SCREENS.NoteScreen);
export const NotesScreen = screen(SCREENS.NotesScreen);
export const PlanScreen = screen(SCREENS.PlanScreen);
export const PracticeScreen = screen(SCREENS.PracticeScreen);
export const RecordScreen = screen(SCREENS.RecordScreen);
export const ReportsScreen = screen(SCREENS.ReportsScreen);
export const RoundScreen = screen(SCREENS.RoundScreen);
export const SeatingScreen = screen(SCREENS.SeatingScreen);
export const SettingsScreen = screen(SCREENS.SettingsScreen);
export const StudentSheetScreen = screen(SCREENS.StudentSheetScreen);

/** Brings the other screens while nothing else is to be done, so that each is there when it is chosen. */
export async function bringScreens(atRest: () => Promise<void>): Promise<void> {
  for (const bring of Object.values(SCREENS)) {
    await atRest();
    // One that can't be brought now is asked for again when it is chosen.
    await bring().catch(() => undefined);
  }
}
