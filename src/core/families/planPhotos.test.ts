import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { sampleStudent } from "../testing/sampleClass";
import { planPhotos } from "./planPhotos";

const student = (id: string, studentNumber: string, givenName: string, familyName: string) =>
  sampleStudent({ id, studentNumber, givenName, familyName });
const CLASS = [
  student("noor", "40013", "Noor", "Okonjo"),
  student("zoe", "40014", "Zoë", "Quist-Lund"),
  student("ana1", "40015", "Ana", "Silva"),
  student("ana2", "40016", "Ana", "Silva"),
  student("omar", "", "عمر", "الخطيب"),
];
const plan = (...names: string[]) => planPhotos(names, CLASS);

describe("whose photo a file is", () => {
  test.each([
    ["40013.jpg", "noor"],
    ["0040013.JPG", "noor"],
    ["noor_okonjo.png", "noor"],
    ["Okonjo, Noor.jpeg", "noor"],
    ["NoorOkonjo-2026.jpg", "noor"],
    ["class/3b/40014 Zoe Quist Lund (2).jpg", "zoe"],
    ["quist-lund zoë.webp", "zoe"],
    ["photo 40015.jpg", "ana1"],
    ["40016_Ana_Silva.jpg", "ana2"],
    ["عمر الخطيب.jpg", "omar"],
  ])("%s is of %s", (name, id) => expect(plan(name)).toMatchObject([{ studentId: id, why: "" }]));

  test.each([
    ["Ana Silva.jpg", ["ana1", "ana2"], "not certain"],
    ["40013 Zoe Quist-Lund.jpg", ["noor", "zoe"], "not certain"],
    ["40013 40014.jpg", ["noor", "zoe"], "not certain"],
    ["Noor Okonji.jpg", ["noor"], "not certain"],
    ["IMG_40015.jpg", ["ana1"], "not certain"],
    ["IMG_2043.jpg", [], "nobody has this name"],
    [".jpg", [], "nobody has this name"],
  ])("%s is asked: %j", (name, candidates, why) =>
    expect(plan(name)).toMatchObject([{ studentId: undefined, candidates, why }]),
  );

  test("of two files for one student it is asked which", () => {
    expect(plan("40013.jpg", "noor okonjo.jpg", "40014.jpg").map(({ studentId, why }) => studentId ?? why)).toEqual([
      "two files for one student",
      "two files for one student",
      "zoe",
    ]);
  });

  test("whatever files are called, nobody gets two and none is lost", () => {
    const name = fc.oneof(
      fc.string({ unit: "binary" }),
      fc.constantFrom("40013.jpg", "noor okonjo.png", "Silva Ana.jpg", "40016.png", "x.jpg"),
    );
    fc.assert(
      fc.property(fc.array(name, { maxLength: 12 }), (names) => {
        const plans = planPhotos(names, CLASS);
        const certain = plans.flatMap(({ studentId }) => studentId ?? []);
        expect(plans.map(({ fileName }) => fileName)).toEqual(names);
        expect(new Set(certain).size).toBe(certain.length);
      }),
    );
  });
});
