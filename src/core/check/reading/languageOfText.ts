/** The commonest small words of each language that is written in Latin letters. */
const SMALL_WORDS: Readonly<Record<string, string>> = {
  en: "a i no as do me on so an am or at the and of to in is are was were for with that this your you we our have has been will not be on at it as from by an or if please can about they their there more all any which who what when how do does he she his her i my me us but so than also would should could after before next into some",
  es: "el la los las de que y en un una por con para su sus es son fue está están del al se lo como más pero hemos ha han les nos muy este esta sobre cuando si sin todo todos también puede sea ser hay donde",
  fr: "le la les des de du et en un une est sont pour avec que qui dans sur au aux ce cette nous vous votre vos il elle ils elles pas ne plus par a été être ont avons mais si leur leurs tout tous aussi très où son sa ses",
  pt: "o a os as de que e em um uma por com para seu sua é são foi está do da dos das no na nos nas ao se como mais mas temos tem muito este esta sobre quando sem todo todos também pode ser há onde não os",
  pl: "i w z na do że się nie jest są to o jak za po dla od przez który która które oraz ale tak już był była było będzie mamy państwa państwo nasz nasze ze czy ich jej jego przed tym tej ten ta te",
  vi: "và của là các những cho với trong đã được có không này một để từ khi em con chúng tôi anh chị quý vị sẽ đang rất cũng về ở bài lớp học",
  de: "der die das und ist sind in zu den dem mit für auf ein eine nicht von wir sie ihr ihre ihren auch wird werden haben hat bei als an im am oder aber wenn",
};
const SCRIPTS: Readonly<Record<string, RegExp>> = {
  uk: /\p{Script=Cyrillic}/gu,
  ar: /\p{Script=Arabic}/gu,
  zh: /\p{Script=Han}/gu,
};
const FEWEST_WORDS = 12;
/** So many times the small words of the language that it is said to be. */
const CLEARLY = 2;

const sets = new Map(Object.entries(SMALL_WORDS).map(([language, words]) => [language, new Set(words.split(" "))]));

/** The language that a text is mostly in (BCP 47, without a region), where that is clear and is another than the one it is said to be. */
export function otherLanguageOf(text: string, saidToBe: string): string | undefined {
  const letters = (text.match(/\p{L}/gu) ?? []).length;
  if (letters < FEWEST_WORDS * 2) return undefined;
  for (const [language, script] of Object.entries(SCRIPTS)) {
    const share = (text.match(script) ?? []).length / letters;
    if (share > 0.5) return language === saidToBe || (language === "uk" && isCyrillic(saidToBe)) ? undefined : language;
  }
  const words = text.toLocaleLowerCase().match(/[\p{L}\p{M}'’]+/gu) ?? [];
  if (words.length < FEWEST_WORDS) return undefined;
  const counts = [...sets].map(([language, set]) => [language, words.filter((word) => set.has(word)).length] as const);
  const [best, most] = counts.reduce((a, b) => (b[1] > a[1] ? b : a), ["", 0] as const);
  const own = counts.find(([language]) => language === saidToBe)?.[1] ?? 0;
  const isLatin = sets.has(saidToBe) || saidToBe in SCRIPTS;
  return isLatin && best !== saidToBe && most >= words.length / 6 && most > own * CLEARLY ? best : undefined;
}

function isCyrillic(language: string): boolean {
  return ["uk", "ru", "bg", "sr", "mk", "be"].includes(language);
}
