import { beforeEach, describe, expect, test } from "vitest";
import { classCodeFrom, type KeptView, type SentView, type ViewPage } from "@/core/marking/viewPage";
import type { Problem } from "../edge/problem";
import { closeRoom, newFolders, roomHere } from "../testing";
import { ViewDesk } from "./viewDesk";

newFolders();

const CODE = "ABC234";
const PAGE: ViewPage = {
  id: "page",
  title: "Harbour talk",
  teacherName: "Ilse Maronde",
  schoolName: "Sallow Bay School",
  criteria: [
    {
      id: "m",
      name: "Method",
      levels: [
        { id: "weak", label: "weak" },
        { id: "sound", label: "sound" },
      ],
    },
    { id: "c", name: "Care", levels: [], most: 6 },
  ],
  classCode: CODE,
  isOpen: true,
};
const VIEW: SentView = {
  answerId: "a1",
  pageId: "page",
  token: "",
  studentNumber: "4012",
  classCode: CODE,
  reached: { m: "sound", c: 5 },
  comment: "It went well.",
};

let clock: number;
let kept: KeptView[];
let desk: ViewDesk;
beforeEach(async () => {
  clock = 1_800_000_000_000;
  kept = [];
  const keep = async (view: KeptView) => void kept.push(view);
  desk = new ViewDesk(
    await roomHere(),
    () => ["a secret"],
    keep,
    () => clock,
  );
  await desk.publish(PAGE);
});

const refused = (view: Partial<SentView>, code: Problem["code"]) =>
  expect(desk.say({ ...VIEW, ...view })).rejects.toMatchObject({ name: "Problem", code } satisfies Partial<Problem>);

describe("a page for views", () => {
  test("takes a number with the class code, and a link of one's own or of the one who presents; it never says who is there", async () => {
    const { s1 } = desk.links("page", ["s1"]);
    if (!s1) throw new Error("There is no link.");
    await desk.say({ ...VIEW, classCode: "abc-234" });
    await desk.say({ ...VIEW, answerId: "a2", token: s1.own, studentNumber: "", classCode: "" });
    await desk.say({ ...VIEW, answerId: "a3", token: s1.about, studentNumber: "9999", classCode: "" });
    // A number that nobody has is taken like any other.
    await desk.say({ ...VIEW, answerId: "a4", studentNumber: "no such number" });
    expect(kept.map(({ by, studentId, studentNumber }) => [by, studentId, studentNumber])).toEqual([
      ["own", "", "4012"],
      ["own", "s1", ""],
      ["other", "s1", ""],
      ["own", "", "no such number"],
    ]);
    const shown = await desk.shown("page", s1.about);
    expect(shown).toMatchObject({ by: "other", page: { title: "Harbour talk" } });
    expect(JSON.stringify(shown)).not.toMatch(/ABC234|s1/);
  });

  test("a link of another page, another student's name in it, or a changed sign opens nothing", async () => {
    await desk.publish({ ...PAGE, id: "other" });
    const { s1 } = desk.links("page", ["s1"]);
    const own = s1?.own ?? "";
    const [name = "", code = ""] = own.split(".");
    const another = Buffer.from(Buffer.from(name, "base64url").toString().replace("s1", "s2")).toString("base64url");
    for (const token of [`${another}.${code}`, `${own}x`, own.slice(0, -1), "", "..", "s1"].filter(Boolean)) {
      await refused({ token }, "not allowed");
      expect(await desk.shown("page", token)).toBeUndefined();
    }
    await refused({ token: own, pageId: "other" }, "not allowed");
    expect(await desk.shown("../secret")).toBeUndefined();
    expect(kept).toEqual([]);
  });

  test("ten thousand tries find no code: after some wrong ones the right one is not taken either, until the hour is over", async () => {
    let wrong = 0;
    for (let guess = 0; guess < 10_000; guess += 1) {
      const classCode = classCodeFrom(Uint8Array.from({ length: 6 }, (_, at) => (guess >> at) & 255));
      const answer = await desk
        .say({ ...VIEW, answerId: `g${guess}`, classCode })
        .catch((cause: Problem) => cause.code);
      if (answer === "not allowed") wrong += 1;
      else expect(answer).toBe("too many");
    }
    expect(wrong).toBe(30);
    await refused({}, "too many");
    // A personal link needs no code, and goes on.
    await desk.say({ ...VIEW, token: desk.links("page", ["s1"]).s1?.own ?? "" });
    clock += 3_600_001;
    await desk.say({ ...VIEW, answerId: "late" });
    expect(kept).toHaveLength(2);
  });

  test("a closed page takes nothing, also after a restart; and marks that the rubric has not are left out", async () => {
    await desk.say({ ...VIEW, reached: { m: "<script>", c: 7, x: "sound" }, comment: "<script>alert(1)</script>" });
    expect(kept).toMatchObject([{ reached: {}, comment: "<script>alert(1)</script>" }]);
    await desk.publish({ ...PAGE, isOpen: false });
    await refused({}, "not there");
    await closeRoom();
    const again = new ViewDesk(
      await roomHere(),
      () => ["a secret"],
      async () => undefined,
      () => clock,
    );
    await expect(again.say(VIEW)).rejects.toMatchObject({ code: "not there" });
    expect((await again.shown("page"))?.page.isOpen).toBe(false);
  });
});
