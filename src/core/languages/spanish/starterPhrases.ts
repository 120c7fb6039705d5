import type { StarterPhrases } from "../../language/starterPhrases";

export const starterPhrases: StarterPhrases = {
  greeting: "Hola, {recipient}:",
  closing: "Si tiene alguna pregunta, responda a este mensaje.",
  notKnown: "todavía desconocido",
  nothingMissing: "No falta nada.",
  theTerm: "El periodo",
  progress: {
    subject: "{student} en {class}",
    stands: "Así le va a {student} en {class} ({term}). El promedio general es {overall}.",
    missing: "Trabajos que todavía faltan:",
  },
  missingWork: {
    subject: "{student}: {missing} en {class}",
    lead: "Esto es lo que no me ha llegado de {student} en {class}:",
    canStill: "Todavía se puede entregar.",
  },
  below: {
    subject: "Cómo le va a {student} en {class}",
    early:
      "Quiero que sepa a tiempo que {student} tiene un promedio de {overall} en {class}. Todavía se puede cambiar.",
    helps: "Lo que más ayudaría es entregar esto:",
    nothingMissing: "No falta nada; lo que más ayudaría es practicar para las pruebas.",
  },
  belowOnOne: {
    subject: "{assignment}: cómo le fue a {student}",
    didNotGoWell: "«{assignment}» no le salió bien a {student}: {score}.",
    notHandedIn: "no se entregó",
    canStill: "Todavía se puede entregar, y cada punto cuenta.",
    glad: "Con gusto lo repasamos juntos; media hora tranquila suele arreglar mucho.",
  },
  wellDone: {
    subject: "Buenas noticias sobre {student}",
    good: "Solo tengo buenas noticias: {student} tiene un promedio de {overall} en {class} y ha entregado todos los trabajos.",
    steady: "Es un trabajo constante, semana tras semana. Por favor, dígale a {student} que me he dado cuenta.",
  },
  improved: {
    subject: "{student} mejora en {class}",
    rose: "Así ha cambiado el promedio de {student} en {class} en las últimas cuatro semanas: {change}. Ahora es {overall}.",
    praise: "Eso no llegó solo. ¡Enhorabuena!",
  },
  feedback: {
    subject: "{assignment}: comentarios para {student}",
    back: "{student} ya tiene «{assignment}» de vuelta.",
    more: "En la propia hoja hay más comentarios.",
  },
  welcome: {
    subject: "Les doy la bienvenida a {class}",
    glad: "Me alegra tener a {student} en {class}. Le escribiré cada pocas semanas para contarle cómo van las cosas, primero lo bueno.",
    card: "Por favor, rellene la tarjeta de contacto que {student} lleva a casa, para que mis cartas lleguen al lugar correcto y en su idioma.",
  },
  meeting: {
    subject: "¿Podemos hablar de {student}?",
    talk: "Me gustaría hablar con usted de cómo le va a {student} en {class} y de qué ayudaría.",
    when: "Por favor, dígame en su respuesta qué dos tardes le vienen bien, y si prefiere venir o que le llame.",
  },
  endOfTerm: {
    subject: "{term}: {student} en {class}",
    over: "{term}: ya ha terminado. El promedio de {student} en {class} es {overall}; la calificación, {grade}.",
    noGrade: "ninguna",
    missing: "Esto no se entregó:",
    allIn: "Todos los trabajos están entregados. Gracias por su parte en ello.",
  },
  week: {
    subject: "La semana en {class}",
    did: "Esto es lo que hicimos esta semana en {class}:",
    quiet: "Fue una semana tranquila.",
    coming: "Próximamente:",
    nothingComing: "No hay nada que entregar en las próximas dos semanas.",
    missing: "A {student} le falta todavía:",
  },
};
