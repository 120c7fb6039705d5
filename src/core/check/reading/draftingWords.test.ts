import { expect, test } from "vitest";
import { draftingWords } from "./draftingWords";

test.each([
  ["Dear {{guardian}},", "{{guardian}}"],
  ["Dear {first name},", "{first name}"],
  ["Dear <<Name>>,", "<<Name>>"],
  ["Dear «Name»,", "«Name»"],
  ["Dear <parent>,", "<parent>"],
  ["Dear %NAME%,", "%NAME%"],
  ["Dear $name,", "$name"],
  ["in [course] this term", "[course]"],
  ["has [XX] points", "[XX]"],
  ["got XX of 20", "XX"],
  ["on ___ at noon", "___"],
  ["on ??? at noon", "???"],
  ["TODO say more", "TODO"],
  ["insert grade here", "insert grade here"],
  ["Yours, your name", "your name"],
  ["[STUDENT_FIRST]", "[STUDENT_FIRST]"],
])("“%s” was left for later", (text, word) => {
  expect(draftingWords(text)).toContain(word);
});

test.each([
  "She wrote “recieve [sic] the prize”.",
  "Please read chapter XX and act XXI by Friday.",
  "the art of the XX century",
  "The quotation reads “[her] house by the sea”.",
  "Solve for {x, y} and the set {1, 2, 3}.",
  "The sample weighed 0.8649 g [1].",
  "It costs $15, or $US 20 abroad.",
  "«Bonjour à tous» was the greeting of the day.",
  "He scored 15 % less, then 20 % more.",
  "if a < b and b > c, then stop",
  "The film [video] is on the class page.",
  "What?! Well done!!",
])("“%s” is meant", (text) => {
  expect(draftingWords(text)).toEqual([]);
});
