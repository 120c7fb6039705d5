import type { ReportWords } from "../../language/reportWords";

export const reportWords: ReportWords = {
  progress: "Raport o postępach",
  progressAll: "Raport o postępach ze wszystkich zajęć",
  slip: "Brakujące prace",
  feedback: "Informacja zwrotna",
  notMarked: "Jeszcze nie oceniono.",
  certificate: "Dyplom",
  meeting: "Karta na spotkanie",
  scores: "Wyniki",
  missing: "Wciąż brakuje",
  nothingMissing: "Niczego nie brakuje.",
  trend: "Jak zmieniała się średnia",
  lately: "Ostatnio na zajęciach",
  checklists: "Listy",
  agreed: "Nasze ustalenia",
  teacher: "Nauczyciel",
  guardian: "Rodzic lub opiekun",
  has: "ukończył(a) kurs",
  withAverage: "ze średnią",
  page: (page, pages) => ["strona ", page, " z ", pages],
};
