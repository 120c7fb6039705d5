import type { StarterPhrases } from "../../language/starterPhrases";

/** Names stand in the nominative throughout: they are put in as they are. */
export const starterPhrases: StarterPhrases = {
  greeting: "Dzień dobry, {recipient},",
  closing: "W razie pytań proszę odpowiedzieć na tę wiadomość.",
  notKnown: "jeszcze nieznana",
  nothingMissing: "Niczego nie brakuje.",
  theTerm: "Okres",
  progress: {
    subject: "{student}, {class}",
    stands: "Tak wygląda sytuacja: {student}, {class} ({term}). Średnia ogólna: {overall}.",
    missing: "Prace, których jeszcze brakuje:",
  },
  missingWork: {
    subject: "{student}: {missing}, {class}",
    lead: "{student} ma jeszcze do oddania z zajęć {class}:",
    canStill: "Można to jeszcze oddać.",
  },
  below: {
    subject: "Jak idzie: {student}, {class}",
    early:
      "Chcę Państwa wcześnie powiadomić: {student} ma na zajęciach {class} średnią {overall}. Jest jeszcze czas, żeby to zmienić.",
    helps: "Najbardziej pomogłoby oddanie tego:",
    nothingMissing: "Niczego nie brakuje; najbardziej pomogłyby ćwiczenia przed sprawdzianami.",
  },
  belowOnOne: {
    subject: "{assignment}: wynik, {student}",
    didNotGoWell: "Praca „{assignment}” nie poszła dobrze. {student}: {score}.",
    notHandedIn: "praca nie została oddana",
    canStill: "Można ją jeszcze oddać, a liczy się każdy punkt.",
    glad: "Chętnie omówię ją wspólnie; pół spokojnej godziny często wiele naprawia.",
  },
  wellDone: {
    subject: "Dobre wiadomości: {student}",
    good: "Piszę z samymi dobrymi wiadomościami: {student} ma na zajęciach {class} średnią {overall} i oddane wszystkie prace.",
    steady: "To wytrwała praca, tydzień po tygodniu. Niech {student} wie, że to widzę.",
  },
  improved: {
    subject: "Coraz lepiej: {student}, {class}",
    rose: "Tak zmieniła się średnia w ostatnich czterech tygodniach ({student}, {class}): {change}. Teraz wynosi {overall}.",
    praise: "To nie przyszło samo. Gratulacje.",
  },
  feedback: {
    subject: "{assignment}: informacja zwrotna, {student}",
    back: "{student} ma już ocenioną pracę „{assignment}”.",
    more: "Więcej jest na samej pracy.",
  },
  welcome: {
    subject: "Witamy na zajęciach: {class}",
    glad: "Cieszę się, że {student} jest na zajęciach {class}. Co kilka tygodni będę pisać, jak idzie, zaczynając od dobrych wiadomości.",
    card: "Proszę wypełnić kartę kontaktową, którą {student} przyniesie do domu, żeby moje listy trafiały we właściwe miejsce i w Państwa języku.",
  },
  meeting: {
    subject: "Czy możemy porozmawiać? {student}",
    talk: "Chcę porozmawiać z Państwem o tym, jak {student} radzi sobie na zajęciach {class} i co by pomogło.",
    when: "Proszę odpisać, które dwa popołudnia Państwu odpowiadają i czy wolą Państwo przyjść, czy porozmawiać przez telefon.",
  },
  endOfTerm: {
    subject: "{term}: {student}, {class}",
    over: "{term}: już po wszystkim. {student} ma na zajęciach {class} średnią {overall}, ocena: {grade}.",
    noGrade: "brak",
    missing: "Te prace nie zostały oddane:",
    allIn: "Wszystkie prace są oddane. Dziękuję za Państwa udział.",
  },
  week: {
    subject: "Tydzień na zajęciach: {class}",
    did: "To robiliśmy w tym tygodniu na zajęciach {class}:",
    quiet: "To był spokojny tydzień.",
    coming: "Wkrótce:",
    nothingComing: "W najbliższych dwóch tygodniach nie ma terminów.",
    missing: "{student}: jeszcze brakuje:",
  },
};
