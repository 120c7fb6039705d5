import { expect, test } from "vitest";
import { LETTER_LANGUAGES, wordsIn } from "@/core/languages/letterWords";
import { mailDocument } from "@/core/letter/mailDocument";
import { CardHolds } from "./cardHolds";
import { composeMessage } from "./composeMessage";
import { messageIdOf } from "./edge/messageId";
import { isToFamilies, withStopLine } from "./stopLine";
import { folder, freshFolders, letter, openRoom, scripted, statesOf, untilTrue } from "./testing";

freshFolders();

test.each(LETTER_LANGUAGES)("a letter in %s ends with how to stop the letters, in its language", (language) => {
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

test("letters wait for an answer that asks for none, by code alone and over restarts, until it was looked at", async () => {
  const codeOf = (address: string) => [`code of ${address.toLowerCase().length}`];
  const holds = await CardHolds.open(folder, codeOf);
  await holds.say("answer", ["Ewa@harbourmail.example"]);
  const again = await CardHolds.open(folder, codeOf);
  expect(again.has("ewa@harbourmail.example")).toBe(true);
  const { transport, sent } = scripted();
  const room = await openRoom({ transport, isOnHold: (address) => again.has(address) });
  await room.handOver({ roundId: "r", leavesAt: 0, letters: [letter("a")] });
  await untilTrue(room, ({ a }) => a === "held");
  expect(room.eventsAfter(0).at(-1)).toMatchObject({ serverAnswer: expect.stringContaining("contact card") });
  expect(await again.settle(["another"])).toBe(false);
  expect(await again.settle(["answer"])).toBe(true);
  room.lookAgain();
  await untilTrue(room, ({ a }) => a === "accepted");
  expect([sent, statesOf(room)]).toEqual([["a"], { a: "accepted" }]);
  // A correction that asks for letters again holds nothing.
  await again.say("answer", ["ewa@harbourmail.example"]);
  await again.say("answer", []);
  expect(again.has("ewa@harbourmail.example")).toBe(false);
});
