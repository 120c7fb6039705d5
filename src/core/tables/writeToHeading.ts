import type { ColumnMeaning } from "./columnMeaning";
import { foldHeading } from "./foldHeading";

const YES_MEANS_WRITE: readonly RegExp[] = [
  /^(ok|okay|allowed?|may|can|wants?|consents?( to)?|agrees?( to)?|permission( to)?)\b.*\b(write|e ?mail|contact|message|letters?|mail|receive)/,
  /^(e ?mail|contact|writing|letters?|messages?|mailing|notes?) ?(ok|okay|allowed|consent|permission|wanted|opt ?in|by e ?mail|home)$/,
  /^(write to|write home|contact|opt ?in|send( to| letters?| e ?mails?)?|wants (letters?|e ?mails?)|receives? (letters?|e ?mails?)|e ?mail( home)?\?)$/,
  /^(contactar|escribir|autoriza( correo)?|ecrire|contacter|accord e ?mail|anschreiben|kontaktieren|einverstanden|kontakt|zgoda( na (kontakt|e ?mail))?|pisac|lien he)$/,
];
const YES_MEANS_NO: readonly RegExp[] = [
  /^(do not|dont|don t|no|never) (write|e ?mail|contact|mail|letters?|message)/,
  /\b(opt(ed)? ?out|unsubscribed?|declined|no contact|refuses?|blocked)\b/,
  /^(no contactar|no escribir|ne pas (contacter|ecrire)|nicht (anschreiben|kontaktieren)|nie (pisac|kontaktowac)|khong lien he)/,
];

/** Whether a heading asks if somebody may be written to; `isNegative` where a yes is a no to letters. */
export function writeToHeading(heading: string): ColumnMeaning | undefined {
  const folded = foldHeading(heading.replace(/\?/g, " "));
  if (YES_MEANS_NO.some((pattern) => pattern.test(folded))) return { role: "write to", isNegative: true };
  return YES_MEANS_WRITE.some((pattern) => pattern.test(folded)) ? { role: "write to" } : undefined;
}
