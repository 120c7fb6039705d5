import { CALENDAR_WORDS } from "./usualWords";

/** What only people do, in the words that notes use. */
const DOES =
  /^(?:['’]s (?:\p{L}+ )?(?:work|lab|project|mother|father|mum|mom|dad|parents|family|grade|average|scores?|marks?|help|desk|reports?|partner|group|turn|answers?|notebook|essay|idea|presentation|behaviou?r|absence|mistakes?)\b|[ \u00a0](?:told|said|says|asked|helped|wrote|worked|works|did|does|didn['’]t|doesn['’]t|has (?:shown|worked|done|made|been|had|not|handed|missed)|had|hasn['’]t|showed|handed|missed|needs|struggled|struggles|scored|got|earned|came|was (?:absent|late|missing|kind)|is (?:doing|missing|absent|late|kind|a (?:good|great|kind|strong))|and (?:I|you|your)|or your))\b/u;
/** What nothing but a person does: enough where the name begins a sentence. */
const ONLY_PEOPLE =
  /^[ \u00a0](?:told|said|says|asked|helped|wrote|worked|works|showed|handed|missed|struggled|struggles|scored|earned|(?:has|had) (?:shown|worked|handed|missed|done)|is (?:doing|missing|absent)|was absent|and (?:I|you)\b)\b|^['’]s (?:mother|father|mum|mom|dad|parents|family|notebook|desk|behaviou?r|absence|partner)\b/;
/** What stands before somebody. */
const BEFORE =
  /(?:\b(?:thanks to|paired|with|told|tell|asked|ask|thanked|thank|helped|helping|met|saw|joined|beside|partner(?:ed)? with|paired with|like|unlike|than|between|congratulate|remind|reminded|invited|for your child|classmate|classmates|friend|student|pupil|both|dear|hello|hi|sat with|next to))[ \u00a0]$/i;
const COUNTS =
  /(?:\d|\b(?:in|by|since|until|till|during|next|last|this|early|late|mid|of|from|before|after|on|to|through|and|between))[ \u00a0-]$/i;

/** Whether a name that is a word as well means a person where it stands: only then it is anybody's name. */
export function speaksOfPerson(before: string, word: string, after: string): boolean {
  const isCalendar = CALENDAR_WORDS.has(word);
  if (isCalendar && (/^[ \u00a0]\d/.test(after) || COUNTS.test(before))) return false;
  const isBeginning = /(?:^|[.!?:;\n•–—-])[ \u00a0]*[“"'(]*$/.test(before);
  // "Will you come?", "Mark the date", "May I ask": a word that begins a sentence is its own.
  if (isBeginning) return ONLY_PEOPLE.test(after);
  if (DOES.test(after)) return true;
  return BEFORE.test(before) && !/^[ \u00a0](?:of|in|to)\b/.test(after);
}
