import { baseLanguage } from "../../language/languageTag";

/** What shows that something is still to come, and what shows that it is over, by language. */
const TO_COME: Readonly<Record<string, RegExp>> = {
  en: /\b(?:will|shall|['’]ll|won['’]t|going to|due|deadline|by|until|no later than|before|please|remember|don['’]t forget|look(?:ing)? forward|save the date|upcoming|coming|next|invited?|is (?:on|set|planned|scheduled|moved|open)|are (?:on|set|planned|scheduled|welcome)|meets?|leaves?|starts?|begins?|opens?|closes?|ends?|takes? place|return(?:s|ing)? on|come|join|bring|hand|sign|send|we go|we visit)\b/iu,
  es: /\b(?:será|serán|habrá|vamos a|va a|entregar|antes del?|hasta el|a más tardar|por favor|recuerden?|próxim[oa]|empieza|comienza|termina|es el|tendrá lugar|tendremos|visitaremos|\p{L}+(?:aremos|eremos|iremos|ará|erá|irá|arán|erán|irán))\b/iu,
  fr: /(?:sera|seront|aura lieu|aurons|avant le|jusqu['’]au|au plus tard|s['’]il vous plaît|merci de|n['’]oubliez pas|prochain|commence|se termine|est (?:prévu|fixé)|à rendre|\p{L}+(?:erons|irons|era|ira|eront|iront))(?!\p{L})/iu,
  pt: /(?:será|serão|haverá|vamos|vai|até (?:ao? )?(?:dia)?|antes de|o mais tardar|por favor|lembrem|próxim[oa]|começa|termina|é (?:no|em|a)|terá lugar|entregar|\p{L}+(?:aremos|eremos|iremos|ará|erá|irá))(?!\p{L})/iu,
  pl: /(?:będzie|będą|będziemy|odbędzie|odbędą|prosz[ęą]|prosimy|do dnia|przed|najpóźniej|pamięta|zaczyna|rozpocznie|kończy|termin|oddać|pójdziemy|pojedziemy|spotkamy|spotykamy)(?!\p{L})/iu,
  uk: /(?:буде|будуть|відбудеться|відбудуться|просимо|прошу|будь ласка|до|перед|не пізніше|починається|почнеться|закінчується|здати|підемо|поїдемо|зустрінемося|пам['’]ята)(?!\p{L})/iu,
  vi: /(?:sẽ|trước|hạn|xin|vui lòng|nhớ|sắp tới|bắt đầu|diễn ra|nộp|muộn nhất|đến hết)/iu,
  ar: /(?:سي\p{L}+|ست\p{L}+|سن\p{L}+|سوف|قبل|حتى|موعد|يرجى|نرجو|من فضلكم|القادم|تذكروا|يبدأ|تبدأ)/u,
  zh: /(?:将|会|要|请|之前|前交|截止|最晚|开始|举行|记得|即将)/u,
};
const OVER: Readonly<Record<string, RegExp>> = {
  en: /\b(?:was|were|had|did|didn['’]t|went|came|took|gave|saw|met|held|began|left|sent|wrote|made|got|brought|found|told|said|last|ago|since|back on|yesterday|thank you for (?:coming|joining|your (?:help|visit))|thanks for (?:coming|joining)|\p{L}{2,}ed on)\b/iu,
  es: /\b(?:fue|fueron|era|estaba|tuvo|tuvimos|hubo|pasad[oa]|desde|hicimos|visitamos|celebramos|\p{L}+(?:aron|ieron|ó))(?!\p{L})/iu,
  fr: /(?:était|étaient|a été|avons|avez|ont|dernier|dernière|depuis|a eu lieu|passé)(?!\p{L})/iu,
  pt: /(?:foi|foram|era|estava|teve|tivemos|houve|passad[oa]|desde|fizemos|visit[áa]mos)(?!\p{L})/iu,
  pl: /(?:był[aoy]?|byli|odbył[aoy]?|odbyły|zeszł\p{L}+|ubiegł\p{L}+|od dnia|poszliśmy|\p{L}+(?:liśmy|łyśmy))(?!\p{L})/iu,
  uk: /(?:був|була|було|були|відбувся|відбулася|відбулося|відбулися|минул\p{L}+|з дня|\p{L}+(?:или|али))(?!\p{L})/iu,
  vi: /(?:đã|vừa|hôm qua|vừa qua|trước đây|từ ngày)/iu,
  ar: /(?:كان|كانت|كانوا|قمنا|زرنا|الماضي|منذ|أمس)/u,
  zh: /(?:了|过|曾|已|上周|昨天|自从)/u,
};

/** Whether a sentence says of a day in it that it is still to come: it has a word of what comes, and none of what is over. */
export function isSaidToCome(sentence: string, tag: string): boolean {
  const language = baseLanguage(tag);
  return (TO_COME[language]?.test(sentence) ?? false) && !(OVER[language]?.test(sentence) ?? false);
}
