import { readFile } from "node:fs/promises";
import path from "node:path";
import { expect, test } from "vitest";
import { NoBook } from "./noBook";
import { folder, freshFolders, letter, openRoom, statesOf, untilTrue } from "./testing";

freshFolders();

const openBook = (post: "practice" | "relay" = "relay") =>
  NoBook.open(
    folder,
    () => ["a secret"],
    post,
    () => 7,
  );

test("a no at an address holds over restarts, by its code alone; one of practice never meets real letters", async () => {
  const book = await openBook();
  const code = book.codeOf("Ewa@TidePost.example ");
  expect(await book.close([code, code], "the family")).toEqual([code]);
  expect(await book.close([code], "the teacher")).toEqual([]);
  const again = await openBook();
  expect([again.isClosed("ewa@tidepost.example"), again.isClosed("jan@tidepost.example")]).toEqual([true, false]);
  expect(await readFile(path.join(folder, "noes.json"), "utf8")).not.toMatch(/tidepost/i);
  const practice = await openBook("practice");
  expect(practice.isClosed("ewa@tidepost.example")).toBe(false);
  await practice.close([code], "the family");
  await again.reopen([code]);
  expect((await openBook()).isClosed("ewa@tidepost.example")).toBe(false);
});

test("what waits for an address is called back, whoever it is to; a letter to many leaves without it", async () => {
  const book = await openBook();
  const sentTo: (readonly string[])[] = [];
  const transport = {
    send: async ({ to, together }: { to: { address: string }; together?: string[] }) => {
      sentTo.push(together ?? [to.address]);
      return { kind: "accepted", serverAnswer: "250 ok" } as const;
    },
    close: () => undefined,
  };
  const room = await openRoom({ transport, post: "relay", isClosed: (address) => book.isClosed(address) });
  const at = (id: string, address: string) => letter(id, { to: { name: id, address } });
  const later = Date.now() + 3_600_000;
  const letters = [at("a", "home@tidepost.example"), at("b", "HOME@tidepost.example"), at("c", "jan@tidepost.example")];
  await room.handOver({ roundId: "later", leavesAt: later, letters });
  await book.close([book.codeOf("home@tidepost.example")], "the teacher");
  await room.withdrawUnwanted();
  expect(statesOf(room)).toEqual({ a: "withdrawn", b: "withdrawn", c: "held" });
  const together = ["home@tidepost.example", "jan@tidepost.example"];
  await room.handOver({
    roundId: "now",
    leavesAt: 0,
    letters: [letter("many", { together }), letter("none", { together: together.slice(0, 1) })],
  });
  await untilTrue(room, ({ many, none }) => many === "accepted" && none === "withdrawn");
  expect(sentTo).toEqual([["jan@tidepost.example"]]);
});
