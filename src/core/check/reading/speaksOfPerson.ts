import { CALENDAR_WORDS, COMMON_WORDS } from "./usualWords";

/** What only people do, in the words that notes use. */
const DOES =
  /^(?:['’]s (?:\p{L}+ ){0,2}(?:work|lab|project|mother|father|mum|mom|dad|parents|family|grade|average|scores?|marks?|help|desk|reports?|partner|group|turn|answers?|notebook|essay|idea|presentation|talk|poster|drawing|sketch|exercise|test|quiz|exam|homework|diary|log|model|progress|effort|attendance|behaviou?r|absence|mistakes?|birthday|question|seat|place|name)\b|[ \u00a0](?:told|said|says|asked|helped|wrote|worked|works|did|does|didn['’]t|doesn['’]t|has (?:shown|worked|done|made|been|had|not|handed|missed|to|found|joined|settled|earned)|had|hasn['’]t|showed|handed|missed|needs|struggled|struggles|scored|got|earned|came|knows|would like|wants|still (?:has|needs|owes)|must (?:hand|bring|finish|catch|come|see|work|do|complete|sign|return)|should (?:hand|bring|finish|come|see|do)|was (?:absent|late|missing|kind)|is (?:doing|getting|failing|behind|missing|absent|late|kind|welcome|a (?:good|great|kind|strong))|getting on|and (?:I|you|your)|or your))\b/iu;
/** What nothing but a person does: enough where the name begins a sentence. */
const ONLY_PEOPLE =
  /^[ \u00a0](?:told|said|says|asked|helped|wrote|worked|works|showed|handed|missed|struggled|struggles|scored|earned|knows|(?:has|had) (?:not|shown|worked|handed|missed|done|made|joined|settled|found|earned|tried|asked|taken part|been (?:absent|late|ill|away|kind|working)|to (?:hand|bring|finish|catch|redo))|hasn['’]t|(?:did|does) not (?:hand|bring|finish|come|do|know)|(?:didn|doesn)['’]t (?:hand|bring|finish|come|do|know)|is (?:doing (?:well|better|fine)|failing|missing|absent|behind|struggling|always (?:late|kind|ready))|still (?:has to|needs to|owes)|needs to|would like|wants to|must (?:hand|bring|finish|catch up|come|see me|redo)|was absent|and (?:I|you)\b)\b|^['’]s (?:\p{L}+ ){0,2}(?:mother|father|mum|mom|dad|parents|family|notebook|desk|behaviou?r|absence|partner|report|essay|homework|presentation|poster|talk|average|attendance)\b/iu;
/** A name that is a verb as well says by a finite verb after it that it is a name. */
const VERBS: ReadonlySet<string> = new Set(["Will", "Drew", "Rob", "Sue"]);
const FINITE = /^[ \u00a0](?:has|is|was|had|did|does|wants|needs)\b/iu;
/** What stands before somebody, whatever the name. */
const BEFORE =
  /(?:\b(?:thanks to|paired|told|tell|ask|asks|asked|thank|thanks|thanked|help|helps|helped|helping|teach|teaching|taught|met|meet|saw|joined|partner(?:ed)? with|paired with|sit beside|sits beside|next to|congratulate|remind|reminds|reminded|invite|invited|encourage|encouraged|praise|praised|gave|give|lend|lent|showed|call|called|for your child|classmates?|friend|student|pupil|both|dear|hello|hi|sat with|how is|how has|how was|what|whether|if|proud of|worried about|pleased with|happy with|concerned about|congratulations to|(?:note|letter|message|report|writing|words?|talk|talked|spoke|speak|news) (?:is )?about|(?:glad|good|pleased|nice) to (?:see|meet|hear)|(?:your|the|her|his|their) (?:work|report|talk|project) with))[ \u00a0]$/iu;
/** Of those some need what a person does after it: "if April would like", "what Sydney still has to do". */
const NEEDS_A_VERB =
  /\b(?:what|whether|if|gave|give|call|called|met|meet|saw|joined|taught|teach|teaching|showed)[ \u00a0]$/iu;
const PERSON_GOES_ON = /^(?:[ \u00a0](?:to|a|an|and|who|with|for|the|again|,)\b|,)/iu;
const COUNTS =
  /(?:\d|\b(?:in|by|since|until|till|during|next|last|this|early|late|mid|of|from|before|after|on|to|through|and|between))[ \u00a0-]$/i;
const ARTICLE =
  /(?:^|[^\p{L}])(?:the|an?|this|that|these|those|our|my|your|his|her|their|its|each|every|some|any|no|more|much|new|old|both)[ \u00a0]$/iu;
/** Words that are places or weather, where a preposition of place stands before them. */
const LANDSCAPE: ReadonlySet<string> = new Set(
  "Bay Brook Forest Lake Haven Glen Dale Heath Meadow Ocean River Reef Shore North South West Sky Cliff Moss Tide Wave Storm Star Temple Ward Page Field".split(
    " ",
  ),
);
const IN_PLACE = /\b(?:in|at|near|by|from|to|into|along|across|over|under|towards?|around|of)[ \u00a0]$/iu;
/** "Art" is a subject as well. */
const SUBJECTS: ReadonlySet<string> = new Set(["Art"]);
const OF_SUBJECT =
  /\b(?:in|study|studying|of|and|or|like|likes|teach|teaches|take|takes|taking|for|about|with|does|do)[ \u00a0]$/iu;
const TALKS_TO = /\b(?:you|your|please|thank|thanks|well done|keep|good work|welcome)\b/iu;

/** Whether a name that is a word as well means a person where it stands: only then it is anybody's name. */
export function speaksOfPerson(before: string, word: string, after: string): boolean {
  const isCalendar = CALENDAR_WORDS.has(word);
  if (isCalendar && (/^[ \u00a0]\d/.test(after) || COUNTS.test(before))) return false;
  const sentence = before.slice(Math.max(0, before.search(/[^.!?\n]*$/u)));
  // "Keep this up, Hope." and "June, please bring a coat": somebody is spoken to.
  if (/,[ \u00a0]$/.test(before) && /^[.!?,]/.test(after) && TALKS_TO.test(`${sentence}${after.slice(0, 40)}`))
    return true;
  if (
    /(?:^|[.:\n–—-])[ \u00a0]*$/.test(before) &&
    /^,[ \u00a0](?:please|you|your|I|we|could|can|would|thank|well done|do not|don['’]t)\b/iu.test(after)
  )
    return true;
  // A subject line about somebody.
  if (
    /^\s*(?:about|for|re:?|note for|news of|a word about)[ \u00a0]$/iu.test(
      before.slice(before.lastIndexOf("\n") + 1),
    ) &&
    /^\s*(?:\n|$)/.test(after)
  )
    return true;
  const isBeginning = /(?:^|[.!?:;\n•–—-])[ \u00a0]*[“"'(]*$/.test(before);
  // "Will you come?", "Mark the date", "May I ask": a word that begins a sentence is its own.
  if (isBeginning) return ONLY_PEOPLE.test(after) || (VERBS.has(word) && FINITE.test(after));
  if (DOES.test(after) && !/(?:^|[^\p{L}])(?:the|an?|our|my|your)[ \u00a0]$/iu.test(before)) return true;
  if (ARTICLE.test(before)) return false;
  if (BEFORE.test(before) && !/^[ \u00a0](?:of|in|to (?:the|a|our)|Day|Week|Fair)\b/.test(after))
    return !NEEDS_A_VERB.test(before) || isCommonWord(word) || PERSON_GOES_ON.test(after);
  return isCommonWord(word) && isWrittenAsName(before, word, after);
}

/** Plays, books and science have people and things of their own. */
const OF_A_WORK =
  /\b(?:play|film|movie|novel|story|book|poem|act|scene|characters?|author|chapter|song|choir|carol|opera|experiment|theorem|law|reaction|equation|method|painting|sings?)\b/iu;

function sentenceAround(before: string, after: string): string {
  return `${/[^.!?\n]*$/u.exec(before)?.[0] ?? ""}${/^[^.!?\n]*/u.exec(after)?.[0] ?? ""}`;
}

function isCommonWord(word: string): boolean {
  return COMMON_WORDS.has(word) && !CALENDAR_WORDS.has(word);
}

/** A word that sentences write small stands there with a capital: so it is a name, unless it belongs to a title or a place. */
function isWrittenAsName(before: string, word: string, after: string): boolean {
  if (/[“"‘«(]$/.test(before) || /^[-/&]/.test(after)) return false;
  if (OF_A_WORK.test(sentenceAround(before, after))) return false;
  if (LANDSCAPE.has(word) && IN_PLACE.test(before)) return false;
  if (SUBJECTS.has(word) && OF_SUBJECT.test(before) && !/\b(?:give|gave|told|asked) $/iu.test(before)) return false;
  // In a title most words have a capital; beside another name it is a part of that.
  const line = `${before.slice(before.lastIndexOf("\n") + 1)}${word}${after.split("\n")[0] ?? ""}`;
  const words = line.match(/\p{L}[\p{L}'’]{3,}/gu) ?? [];
  const capitals = words.filter((one) => /^\p{Lu}/u.test(one)).length;
  if (words.length >= 3 && capitals > words.length * 0.6) return false;
  return !/\p{Lu}\p{Ll}+[ \u00a0]$/u.test(before.replace(/^.*[.!?:\n][ \u00a0]*(?=\p{Lu}\p{Ll}+[ \u00a0]$)/su, ""));
}
