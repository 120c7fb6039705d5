import type { ColumnMeaning } from "./columnMeaning";
import { foldHeading } from "./foldHeading";

function words(...lines: readonly string[]): ReadonlySet<string> {
  return new Set(lines.flatMap((line) => line.split(" ")));
}

/** What is sent, and what is done with it. */
const LETTERS = words(
  "mail mails email emails letter letters message messages newsletter newsletters mailing mailings",
  "write writing contact contacting home correo correos courriel courriels poczta maile maili correio carta cartas",
  "contactar escribir ecrire contacter anschreiben kontaktieren kontakt pisac lien he enviar envoyer senden wysylac",
);
/** Somebody agrees. */
const AGREES = words(
  "ok okay consent consents permission permissions permitted allowed allow allows may can agree agrees wants want wanted",
  "wishes opt optin subscribed receives receive send accord accepte autorise autorisation autoriza autorizacion permiso",
  "permite erlaubt erlaubnis einverstandnis einverstanden zustimmung zgoda mozna wolno autorizacao permissao pode aceita",
);
/** Somebody does not. */
const REFUSES = words(
  "not no don dont never ne pas keine kein nicht nie nao khong unsubscribed unsubscribe declined refuses refused blocked out optout",
);
/** Headings that say it without a word for letters. */
const ALONE = /^(consent|permission|opt ?in|write to( them)?|zgoda|einverstanden|einverstandnis|accord|permiso)$/;
const ALONE_REFUSES = /^(opt(ed)? ?out|unsubscribed?|declined|refuses?|blocked|no contact)$/;

/**
 * Whether a heading asks if somebody may be written to; `isNegative` where a yes is a no to letters. Over answers of yes
 * and no a word for letters is enough.
 */
export function writeToHeading(heading: string, isYesOrNo = false): ColumnMeaning | undefined {
  const folded = foldHeading(
    heading.replace(/\(?\b(y ?\/ ?n|yes ?\/ ?no|s ?\/ ?n|j ?\/ ?n)\b\)?/i, " ").replace(/[?¿]/g, " "),
  )
    .replace(/\be mails?\b/g, "email")
    .replace(/\be mail[ei]\b/g, "email");
  if (ALONE_REFUSES.test(folded)) return { role: "write to", isNegative: true };
  if (ALONE.test(folded)) return { role: "write to" };
  const all = folded.split(" ");
  const has = (some: ReadonlySet<string>) => all.some((word) => some.has(word));
  if (!has(LETTERS)) return undefined;
  if (has(REFUSES) && !/^no \d|^n o\b|\bno\.? ?\d/.test(folded)) return { role: "write to", isNegative: true };
  if (has(AGREES)) return { role: "write to" };
  return isYesOrNo ? { role: "write to" } : undefined;
}
