import { expect, test } from "vitest";
import { PRODUCT_TAGS } from "@/core/language/productTags";
import { wordsIn } from "@/core/languages/productLanguages";
import { mailDocument } from "@/core/letter/mailDocument";
import { messageIdOf } from "../edge/messageId";
import { letter } from "../testing";
import { composeMessage } from "./composeMessage";
import { isToFamilies, withStopLine } from "./stopLine";

test.each(PRODUCT_TAGS)("a letter in %s ends with how to stop the letters, in its language", (language) => {
  const whole = { html: mailDocument("Ana", "<p>Words</p>", language), text: "Words\n" };
  const byLink = withStopLine(whole, { link: "https://sallowbay.example/stop?a=1&b=2" });
  expect(byLink.html).toContain('href="https://sallowbay.example/stop?a=1&amp;b=2"');
  expect(byLink.html).toContain(wordsIn(language).stopLetters);
  expect(byLink.html.indexOf("Words")).toBeLessThan(byLink.html.indexOf("href="));
  expect(byLink.html.endsWith("</div></body></html>")).toBe(true);
  expect(byLink.text).toMatch(/^Words\n\n.+: https:\/\/sallowbay\.example\/stop\?a=1&b=2\n$/);
  const byWriting = withStopLine(whole, "write back");
  expect(byWriting.text.endsWith(`\n\n${wordsIn(language).stopByWritingBack}\n`)).toBe(true);
  expect(byWriting.html).not.toContain("href=");
});

test("an answer stands in one talk with the letter that was written back to", () => {
  const { inReplyTo, references } = composeMessage({ ...letter("b"), answers: "a" });
  expect([inReplyTo, references]).toEqual([messageIdOf("a"), messageIdOf("a")]);
  expect(composeMessage(letter("b"))).not.toHaveProperty("inReplyTo");
});

test("a link stands in the head as well; the teacher’s own copy has neither", () => {
  const message = composeMessage(letter("a"), { stop: { link: "https://x.example/stop" } });
  expect(message.list).toEqual({ unsubscribe: "https://x.example/stop" });
  expect(composeMessage(letter("a"), { stop: "write back" }).list).toBeUndefined();
  expect(composeMessage(letter("a")).text).toBe("64 %");
  expect([isToFamilies({ guardianId: "g" }), isToFamilies({ together: ["a@b.example"] }), isToFamilies({})]).toEqual([
    true,
    true,
    false,
  ]);
});
