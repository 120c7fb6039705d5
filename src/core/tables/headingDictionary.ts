import type { ColumnRole } from "./columnMeaning";

/** Small words that say nothing of what a column holds, in the languages of the lists below. */
export const SMALL_WORDS = new Set(
  "his her their person whole please the of a an s in r de del la el le los las les du des d l da do dos das e i y und and et von der die das dem den em to for o".split(
    " ",
  ),
);

/** Who a column is about. */
export const STUDENT_WORDS = wordList(
  "student students pupil pupils child children learner learners childs enfant enfants hijo hija hijos kind kindes filho filha educando",
  "alumno alumna alumnos alumnado estudiante eleve eleves etudiant schuler schulerin schueler schuelerin kindes",
  "uczen ucznia uczennica uczniowie dziecko dziecka aluno aluna alunno alunna studente leerling kinderen",
);
export const GUARDIAN_WORDS = wordList(
  "guardian guardians parent parents carer caregiver contact mother father mum mom dad",
  "padre madre padres tutor tutora apoderado representante pere mere responsable eltern elternteil mutter vater",
  "erziehungsberechtigte erziehungsberechtigter rodzic rodzica rodzice matka matki ojciec ojca opiekun opiekuna",
  "mae pai encarregado responsavel genitore ouder ouders phuhuynh",
);
/** Whose it is in a question to a family; of their child where it names the child. */
export const YOUR_WORDS = wordList(
  "your you yours su sus ihre ihr ihrem votre vos pani pana panstwa seu sua answering",
);
export const RELATION_OF: Readonly<Record<string, string>> = {
  ...named("mother", "mother mum mom madre mere mutter matka matki mae me"),
  ...named("father", "father dad padre pere vater ojciec ojca pai"),
};

/** What is left of a heading once it is known whom it is about. */
export const PART_WORDS: Readonly<Record<string, Part>> = {
  ...parts("number", "id", "number", "no", "nr", "num", "numero", "n", "#", "code", "id number", "id no", "ident"),
  ...parts(
    "number",
    "schulernummer",
    "schuelernummer",
    "schulernr",
    "matrikelnummer",
    "leerlingnummer",
    "studentnummer",
  ),
  ...parts("number", "matricula", "matricule", "numer", "nummer", "identifiant", "n o", "ma", "ma so", "codigo"),
  ...parts("name", "name", "names", "full name", "nombre completo", "nom complet", "vollstandiger name", "ho ten"),
  ...parts("name", "nombre y apellidos", "nombre apellidos", "apellidos nombre", "nom prenom", "prenom nom"),
  ...parts("name", "vor nachname", "vorname nachname", "name vorname", "nachname vorname", "imie nazwisko"),
  ...parts("name", "nazwisko imie", "ho va ten", "nome completo", "nome cognome", "cognome nome", "naam"),
  ...parts("name", "last first", "first last", "last name first name", "first name last name", "surname forename"),
  ...parts("given", "given name", "given names", "first name", "first names", "first", "forename", "forenames"),
  ...parts("given", "prenom", "vorname", "imie", "imiona", "voornaam", "nombre pila", "ten", "given"),
  ...parts("family", "family name", "last name", "surname", "last", "apellido", "apellidos", "nom famille", "family"),
  ...parts("family", "nachname", "familienname", "nazwisko", "cognome", "sobrenome", "achternaam", "apelido", "ho"),
  ...parts("given or name", "nombre", "nombres", "nome"),
  ...parts("family or name", "nom"),
  ...parts("address", "email", "e mail", "mail", "address", "email address", "e mail address", "mail address"),
  ...parts(
    "address",
    "correo",
    "correo electronico",
    "direccion correo",
    "courriel",
    "adresse e mail",
    "adresse email",
  ),
  ...parts(
    "address",
    "adresse courriel",
    "adresse mail",
    "e mail adresse",
    "mailadresse",
    "emailadresse",
    "email adresse",
  ),
  ...parts("address", "correio eletronico", "correio", "e mail best", "best e mail", "best email", "email best"),
  ...parts("address", "adres e mail", "adres email", "e mailadres", "dia chi email", "poczta", "emails", "e mails"),
  ...parts("relation", "relation", "relationship", "parentesco", "relacion", "lien", "lien parente", "verwandtschaft"),
  ...parts("relation", "pokrewienstwo", "stopien pokrewienstwa", "quan he", "relationship student"),
  ...parts("language", "language", "home language", "idioma", "lengua", "langue", "sprache", "jezyk", "ngon ngu"),
  ...parts(
    "phone",
    "phone",
    "telephone",
    "tel",
    "mobile",
    "cell",
    "phone number",
    "mobile number",
    "telefono",
    "movil",
  ),
  ...parts(
    "phone",
    "telefon",
    "handy",
    "portable",
    "telefone",
    "komorka",
    "sdt",
    "dien thoai",
    "home phone",
    "cell phone",
  ),
};
export type Part =
  | "number"
  | "name"
  | "given"
  | "family"
  | "given or name"
  | "family or name"
  | "address"
  | "relation"
  | "language"
  | "phone";

export const STUDENT_ROLES: Partial<Record<Part | "", ColumnRole>> = {
  "": "full name",
  number: "student number",
  name: "full name",
  given: "given name",
  family: "family name",
  "given or name": "full name",
  "family or name": "full name",
  address: "student address",
  phone: "not used",
};
export const GUARDIAN_ROLES: Partial<Record<Part | "", ColumnRole>> = {
  "": "guardian name",
  name: "guardian name",
  given: "guardian given name",
  family: "guardian family name",
  "given or name": "guardian name",
  "family or name": "guardian name",
  address: "guardian address",
  relation: "relation",
  language: "language",
  phone: "not used",
};

/** Headings that name nobody, whole, by what they say. */
export const PLAIN_WORDS: Readonly<Record<string, ColumnRole>> = {
  ...plain("preferred name", "preferred name", "preferred given name", "preferred first name", "known as", "nickname"),
  ...plain("preferred name", "called", "goes by", "chosen name", "nombre preferido", "nom usage", "prenom usuel"),
  ...plain("preferred name", "prenom usage", "rufname", "preferowane imie", "nome preferido", "prefers", "nick name"),
  ...plain("class", "class", "course", "section", "set", "class name", "course name", "section name", "class title"),
  ...plain(
    "class",
    "course title",
    "clase",
    "curso",
    "classe",
    "cours",
    "klasse",
    "kurs",
    "klasa",
    "lop",
    "turma",
    "corso",
  ),
  ...plain("block", "block", "period", "blocks", "periods", "bloque", "bloc", "stunde", "godzina", "tiet"),
  ...plain("birthday", "date birth", "birth date", "birthdate", "birthday", "dob", "born", "fecha nacimiento"),
  ...plain(
    "birthday",
    "date naissance",
    "geburtsdatum",
    "geburtstag",
    "data urodzenia",
    "ngay sinh",
    "data nascimento",
  ),
  ...plain(
    "joined on",
    "joined",
    "joined on",
    "start date",
    "entry date",
    "enrolled on",
    "date joined",
    "enrolment date",
  ),
  ...plain("joined on", "fecha alta", "date entree", "eintritt", "eintrittsdatum", "data przyjecia", "ngay vao"),
  ...plain("left on", "left", "left on", "leaving date", "exit date", "withdrawn on", "date left", "end date"),
  ...plain("left on", "fecha baja", "date sortie", "austritt", "austrittsdatum", "data odejscia", "ngay nghi"),
  ...plain(
    "group tag",
    "tag",
    "tags",
    "group",
    "groups",
    "group tag",
    "group tags",
    "grupo",
    "groupe",
    "gruppe",
    "grupa",
  ),
  ...plain("time stamp", "timestamp", "time stamp", "submitted", "submitted at", "submitted on", "completion time"),
  ...plain("time stamp", "sent on", "fecha envio", "eingegangen am", "date reponse", "data odpowiedzi", "data envio"),
  ...plain("time stamp", "answered", "answered at", "answered on", "marca temporal", "horodateur", "zeitstempel"),
  ...plain("frequency", "frequency", "how often", "frecuencia", "frequence", "haufigkeit", "czestotliwosc"),
  ...plain(
    "assignment",
    "assignment",
    "assignment name",
    "assignment title",
    "piece work",
    "work",
    "task",
    "task name",
  ),
  ...plain("assignment", "activity", "activity name", "item", "item name", "assessment", "assessment name", "title"),
  ...plain("assignment", "tarea", "actividad", "trabajo", "devoir", "travail", "aufgabe", "arbeit", "zadanie", "praca"),
  ...plain("assignment", "bai tap", "tarefa", "compito", "opdracht", "piece"),
  ...plain("score", "score", "points", "mark", "result", "points earned", "earned", "puntos", "puntuacion", "punkte"),
  ...plain("score", "marks", "marks earned", "marks awarded", "marks obtained", "points awarded", "points scored"),
  ...plain("score", "erreichte punkte", "punkty", "wynik", "diem", "pontos", "punteggio", "points obtenus", "nota"),
  ...plain("category", "category", "type work", "categoria", "categorie", "kategorie", "kategoria", "loai"),
  ...plain("due date", "due", "due date", "date due", "deadline", "date", "fecha", "fecha entrega", "date limite"),
  ...plain(
    "due date",
    "echeance",
    "abgabe",
    "abgabedatum",
    "fallig",
    "datum",
    "termin",
    "data",
    "termin oddania",
    "han nop",
  ),
  ...plain("status", "status", "estado", "statut", "stan", "trang thai"),
  ...plain(
    "comment",
    "comment",
    "comments",
    "feedback",
    "remark",
    "remarks",
    "note",
    "notes",
    "comentario",
    "comentarios",
  ),
  ...plain(
    "comment",
    "observaciones",
    "commentaire",
    "commentaires",
    "remarque",
    "kommentar",
    "bemerkung",
    "komentarz",
  ),
  ...plain("comment", "uwagi", "nhan xet"),
  ...plain("extra credit", "extra credit", "bonus", "credito extra"),
  ...plain(
    "term",
    "term",
    "grading period",
    "marking period",
    "semester",
    "quarter",
    "trimestre",
    "periodo",
    "semestre",
  ),
  ...plain("term", "halbjahr", "trimester", "semestr", "okres", "hoc ky"),
  ...plain("not used", "gender", "pronouns", "age", "year group", "grade level", "year level"),
  ...plain("not used", "middle name", "middle names", "middle", "segundo nombre", "zweiter vorname", "deuxieme prenom"),
  ...plain("not used", "drugie imie", "nome meio", "second name"),
  ...plain(
    "letter grade",
    "letter grade",
    "letter",
    "grade letter",
    "note lettre",
    "buchstabennote",
    "final letter grade",
  ),
};

function wordList(...lines: readonly string[]): ReadonlySet<string> {
  return new Set(lines.flatMap((line) => line.split(" ")));
}

function named(relation: string, words: string): Record<string, string> {
  return Object.fromEntries(words.split(" ").map((word) => [word, relation]));
}

function parts(part: Part, ...headings: readonly string[]): Record<string, Part> {
  return Object.fromEntries(headings.map((heading) => [heading, part]));
}

function plain(role: ColumnRole, ...headings: readonly string[]): Record<string, ColumnRole> {
  return Object.fromEntries(headings.map((heading) => [heading, role]));
}
