import { expect, test } from "vitest";
import { serverPartSchema } from "./serverPart";

test("a part that names opt-outs and scheduled letters as they were named before is read whole", () => {
  const said = { code: "c", at: 5, by: "the teacher", post: "relay" };
  const letter = { id: "a", roundId: "r", state: "held", at: 5, sha256: "s" };
  const before = {
    ...{ kind: "Vine Note server part", secrets: ["s".repeat(20)], cards: [], viewPages: [], holds: {} },
    families: { journalId: "j", events: [] },
    noes: [said],
    letters: [{ ...letter, isLaid: true }, letter],
  };
  expect(serverPartSchema.parse(before)).toMatchObject({
    optOuts: [said],
    letters: [{ ...letter, isScheduled: true }, letter],
  });
  expect(() => serverPartSchema.parse({ ...before, noes: [{ code: "c" }] })).toThrow();
});
