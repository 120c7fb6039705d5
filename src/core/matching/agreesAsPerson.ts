import { nameKey } from "./nameKey";

/**
 * Whether a written name and a known one are a person's same name: each part of the shorter one is a part of the other, in any
 * order, in full, as an initial or in a usual short form. One part alike is not enough where both have several: brothers
 * and sisters share a family name.
 */
export function agreesAsPerson(written: string, known: string): boolean {
  const [a, b] = [partsOf(written), partsOf(known)];
  const [shorter, longer] = a.length <= b.length ? [a, b] : [b, a];
  if (shorter.length === 0) return false;
  const open = [...longer];
  // Whole parts first, so that an initial never takes the place of one that is written out.
  const rest = shorter.filter((part) => !takeOut(open, (other) => other === part));
  // Initials and short forms alone could be many.
  if (rest.length === shorter.length) return false;
  return rest.every((part) => takeOut(open, (other) => isInitial(part, other) || isShortForm(part, other)));
}

function partsOf(name: string): string[] {
  return nameKey(name).split(" ").filter(Boolean);
}

function takeOut(parts: string[], fits: (part: string) => boolean): boolean {
  const place = parts.findIndex(fits);
  if (place >= 0) parts.splice(place, 1);
  return place >= 0;
}

function isInitial(a: string, b: string): boolean {
  return (a.length === 1 || b.length === 1) && a[0] === b[0];
}

/** Whether one name is a usual short form of the other. */
export function isShortForm(a: string, b: string): boolean {
  return SHORT_FORMS.some((names) => names.includes(a) && names.includes(b) && a !== b);
}

/** Usual short forms of given names, each with the names that it stands for. */
const SHORT_FORMS: readonly (readonly string[])[] = [
  "abby abigail",
  "aga agnieszka",
  "bea beatriz",
  "bea beatrice",
  "gabe gabriel",
  "gosia malgorzata",
  "immy imogen",
  "kasia katarzyna",
  "leo leopold",
  "luke lukasz",
  "max maximilian",
  "pepe jose",
  "paco francisco",
  "roz rosalind",
  "tilly ottilie",
  "tilly matilda",
  "tom tomas",
  "alex alexander",
  "alex alexandra",
  "alexa alexandra",
  "andy andrew",
  "andy andreas",
  "becky rebecca",
  "ben benjamin",
  "ben benedict",
  "beth elizabeth",
  "liz elizabeth",
  "bill william",
  "will william",
  "bob robert",
  "rob robert",
  "cathy catherine",
  "charlie charles",
  "charlie charlotte",
  "chris christopher",
  "chris christina",
  "chris christian",
  "dan daniel",
  "danny daniel",
  "dave david",
  "ed edward",
  "eddie edward",
  "ellie eleanor",
  "fred frederick",
  "greg gregory",
  "jack john",
  "jake jacob",
  "jim james",
  "jimmy james",
  "joe joseph",
  "josh joshua",
  "kate katherine",
  "kate catherine",
  "katie katherine",
  "ken kenneth",
  "kim kimberly",
  "leo leonard",
  "maggie margaret",
  "matt matthew",
  "max maximilian",
  "meg margaret",
  "mike michael",
  "mick michael",
  "nate nathaniel",
  "nate nathan",
  "nick nicholas",
  "pat patrick",
  "pat patricia",
  "pete peter",
  "phil philip",
  "ray raymond",
  "rich richard",
  "dick richard",
  "sam samuel",
  "sam samantha",
  "sandy alexandra",
  "steve stephen",
  "steve steven",
  "sue susan",
  "tim timothy",
  "tina christina",
  "toby tobias",
  "tom thomas",
  "tony anthony",
  "vicky victoria",
  "zach zachary",
].map((names) => names.split(" "));
