import { expect, test } from "vitest";
import { whyNot } from "./whyNot";

test("the reasons of letters that did not arrive are counted, the commonest first; what was taken back by hand needs none", () => {
  const letter = (state: "withdrawn" | "refused" | "accepted" | "deferred", serverAnswer = "") => ({
    state,
    serverAnswer,
  });
  expect(
    whyNot([
      letter("accepted", "250 OK"),
      letter("deferred", "451 busy"),
      letter("withdrawn", "No more letters are wanted."),
      letter("withdrawn"),
      letter("refused", "550 no such mailbox"),
      letter("refused", "550 no such mailbox"),
    ]),
  ).toEqual(["2 refused: 550 no such mailbox", "1 taken back: No more letters are wanted."]);
});
