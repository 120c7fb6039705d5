import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "Bonjour {recipient},",
  closing: "Si vous avez une question, répondez simplement à ce message.",
  notKnown: "pas encore connue",
  nothingMissing: "Il ne manque rien.",
  theTerm: "La période",
  progress: {
    subject: "{student}, {class}",
    stands: "Voici où en est {student} en {class} ({term}). La moyenne générale est : {overall}.",
    missing: "Travaux qui manquent encore :",
  },
  missingWork: {
    subject: "{student} : {missing} en {class}",
    lead: "Voici ce que je n’ai pas encore reçu de {student} en {class} :",
    canStill: "Il est encore possible de le rendre.",
  },
  below: {
    subject: "Où en est {student} en {class}",
    early:
      "Je tiens à vous dire à temps que la moyenne de {student} en {class} est de {overall}. Il est encore possible de changer cela.",
    helps: "Rendre ceci aiderait le plus :",
    nothingMissing: "Il ne manque rien ; s’exercer pour les tests aiderait le plus.",
  },
  belowOnOne: {
    subject: "{assignment} : le résultat de {student}",
    didNotGoWell: "« {assignment} » ne s’est pas bien passé pour {student} : {score}.",
    notHandedIn: "le travail n’a pas été rendu",
    canStill: "Il peut encore être rendu, et chaque point compte.",
    glad: "Je veux bien le reprendre ensemble ; une demi-heure au calme arrange souvent beaucoup de choses.",
  },
  wellDone: {
    subject: "De bonnes nouvelles de {student}",
    good: "Je n’ai que de bonnes nouvelles : la moyenne de {student} en {class} est de {overall}, et tous les travaux sont rendus.",
    steady: "C’est un travail régulier, semaine après semaine. Dites à {student} que je l’ai remarqué.",
  },
  improved: {
    subject: "{student} progresse en {class}",
    rose: "Voici comment la moyenne de {student} en {class} a évolué ces quatre dernières semaines : {change}. Elle est maintenant de {overall}.",
    praise: "Cela n’est pas venu tout seul. Bravo.",
  },
  feedback: {
    subject: "{assignment} : commentaires pour {student}",
    back: "« {assignment} » est corrigé pour {student}.",
    more: "La copie elle-même en dit davantage.",
  },
  welcome: {
    subject: "Bienvenue en {class}",
    glad: "Je me réjouis d’accueillir {student} en {class}. J’écrirai toutes les quelques semaines pour dire comment les choses se passent, les bonnes nouvelles d’abord.",
    card: "Merci de remplir la carte de contact que {student} apporte à la maison, pour que mes lettres vous parviennent au bon endroit et dans votre langue.",
  },
  meeting: {
    subject: "Pouvons-nous parler de {student} ?",
    talk: "Je voudrais parler avec vous de la situation de {student} en {class}, et de ce qui aiderait.",
    when: "Merci de me proposer deux après-midi qui vous conviennent, et de me dire si vous préférez venir ou que je vous appelle.",
  },
  endOfTerm: {
    subject: "{term} : {student}, {class}",
    over: "{term} : c’est terminé. La moyenne de {student} en {class} est de {overall}, appréciation : {grade}.",
    noGrade: "aucune",
    missing: "Ceci n’a pas été rendu :",
    allIn: "Tous les travaux sont rendus. Merci pour votre part dans cette réussite.",
  },
  week: {
    subject: "La semaine en {class}",
    did: "Voici ce que nous avons fait cette semaine en {class} :",
    quiet: "Ce fut une semaine calme.",
    coming: "À venir :",
    nothingComing: "Rien n’est à rendre dans les deux prochaines semaines.",
    missing: "Il manque encore de {student} :",
  },
};
