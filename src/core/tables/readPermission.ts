import { foldHeading } from "./foldHeading";

const YES =
  /^(yes|y|yep|yeah|ok|okay|sure|true|1|x|✓|✔|si|ja|oui|tak|sim|co|agreed?|fine|allowed|granted|given|of course|no (problem|objections?|worries|issue)|نعم)\b|^[✓✔x]$/u;
const NO =
  /^(no|n|non|nein|nie|nao|nej|nee|false|0|never|declined?|refused?|khong|لا)\b|\b(do not|don t|dont|not allowed|opt(ed)? out|unsubscribed?)\b|^لا/u;
/** Nothing was said. */
const UNSAID = /^(\?+|-+|–|n\/?a\.?|unknown|tbd|not (yet )?(asked|said|answered)|pending)$/i;

/**
 * Whether somebody may be written to, by what a cell under such a heading says: "Y", "no - phone only", "please do not",
 * in usual words of several languages. None where it says nothing; words that can't be read are `unclear`.
 */
export function readPermission(text: string): boolean | "unclear" | undefined {
  const plain = text.trim();
  if (!plain || UNSAID.test(plain)) return undefined;
  const folded = foldHeading(plain);
  if (YES.test(folded) || YES.test(plain)) return !/\b(do not|don t|dont|not)\b/.test(folded);
  return NO.test(folded) || NO.test(plain) ? false : "unclear";
}

const MAIL = /\b(e ?mails?|e ?maile?i?|mails?|correos?|courriels?|letters?|messages?|write|written to|contact(ed)?)\b/;
const NOT_WANTED = /\b(no|not|don t|dont|never|without|keine|nicht|pas|nie|nao|sin)\b/;
/** An address that is missing or wrong is no wish. */
const NO_ADDRESS =
  /\b(no|has no|without) e ?mail (address|account)\b|\bbounce[ds]?\b|\b(wrong|invalid|old|new) (e ?mail|address)\b|\bno (answer|reply|contact since)\b/;

/** Whether a remark asks not to be written to: "No e-mails please, call instead". */
export function asksForNoLetters(remark: string): boolean {
  if (remark.length < 8 || !/mail|correo|courriel|letter|message|writ|contact/i.test(remark)) return false;
  const folded = foldHeading(remark);
  if (NO_ADDRESS.test(folded)) return false;
  return folded.split(/ (?:but|aber|mais|pero|ale|mas) /).some((part) => MAIL.test(part) && NOT_WANTED.test(part));
}
