import { foldHeading } from "./foldHeading";

const FIGURES_LABEL = new RegExp(
  `^(class |group |overall |grand |total )?(${[
    "averages?|avg|mean|median|totals?|sum|count|counted|n|min(imum)?|max(imum)?|std( dev)?|standard deviation|range|weights?",
    "number of students|students( counted)?|highest|lowest|high|low|passed|failed",
    "nombre|nombre d eleves|promedio|promedios|media|mediana|cantidad|suma|numero de alumnos|maximo|minimo|moyenne|moyennes|mediane|somme|effectif",
    "durchschnitt|mittelwert|schnitt|summe|anzahl|klassenschnitt|srednia|suma|razem|liczba|ogolem|mediana|contagem|soma",
    "trung binh|tong|totale|somma|gemiddelde|totaal|total general|media geral",
  ].join("|")})( (of )?(the )?(class|group|de la clase|de la classe|del grupo|klasy|da turma))?$`,
);

/** Whether the label of a row says that it holds figures of the whole class. */
export function isFiguresLabel(label: string): boolean {
  return FIGURES_LABEL.test(foldHeading(label).replace(/ \d+$/, ""));
}
