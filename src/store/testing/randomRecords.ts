import fc from "fast-check";
import type * as z from "zod";

/** Records of any shape that a schema allows: for tests that must hold whatever stands in a table. */

type Def = { readonly type: string } & Record<string, unknown>;
const defOf = (schema: unknown) => (schema as { readonly _zod: { readonly def: Def } })._zod.def;

/** What is optional or a list ends here: some shapes hold themselves. */
const DEEPEST = 4;

const TEXTS = [
  ...["", "a", "id-1", "Ana", "Nguyễn Thị Ánh", "ليلى", 'O’Hara "x"\n\t\\', "2026-11-24", "07:30", "#a1b2c3"],
  ...["each letter", "image/png", "en", "a@x.example", "FREQ=DAILY", "UTC", "\u2028\u0000 <b>", "😀"],
  ...["ab".repeat(32), "0".repeat(40)],
];

/** Values that a schema allows, as plain data. */
export function anythingOf(schema: z.ZodType, depth = 0): fc.Arbitrary<unknown> {
  const { type, checks } = defOf(schema) as Def & { readonly checks?: readonly unknown[] };
  // What has rules beyond its shape is tried until it holds; the whole is, too.
  const hasRules = depth === 0 || type === "pipe" || type === "number" || (checks?.length ?? 0) > 0;
  const shape = shapeOf(schema, depth);
  return hasRules ? shape.filter((value) => schema.safeParse(value).success) : shape;
}

function shapeOf(schema: unknown, depth: number): fc.Arbitrary<unknown> {
  const def = defOf(schema);
  const inner = (one: unknown) => anythingOf(one as z.ZodType, depth + 1);
  const few = { maxLength: 2 };
  switch (def.type) {
    case "string":
      return fittingText(schema as z.ZodType);
    case "number": {
      const { minValue, maxValue } = schema as { readonly minValue: number | null; readonly maxValue: number | null };
      const min = Math.ceil(Math.max(minValue ?? -1e9, -1e12));
      const whole = fc.integer({ min: Math.max(min, -(2 ** 31)), max: Math.min(maxValue ?? 1e9, 2 ** 31 - 1) });
      return fc.oneof(whole, fc.double({ noNaN: true, min, max: Math.min(maxValue ?? 1e9, 1e12) }), fc.constant(min));
    }
    case "boolean":
      return fc.boolean();
    case "unknown":
    case "any":
    case "custom":
      return fc.jsonValue({ maxDepth: 1 });
    case "null":
      return fc.constant(null);
    case "undefined":
      return fc.constant(undefined);
    case "literal":
      return fc.constantFrom(...(def.values as unknown[]));
    case "enum":
      return fc.constantFrom(...Object.values(def.entries as Record<string, unknown>));
    case "optional":
      return depth > DEEPEST ? fc.constant(undefined) : fc.option(inner(def.innerType), { nil: undefined });
    case "nullable":
      return fc.option(inner(def.innerType), { nil: null });
    case "default":
    case "prefault":
    case "readonly":
    case "catch":
      return inner(def.innerType);
    case "pipe":
      return inner(defOf(def.in).type === "transform" ? def.out : def.in);
    case "lazy":
      return inner((def.getter as () => unknown)());
    case "array": {
      if (depth > DEEPEST) return fc.constant([]);
      // What must have a few has a few.
      const most = fc.array(inner(def.element), few);
      return fc.oneof(most, fc.array(inner(def.element), { minLength: 1, maxLength: 1 }));
    }
    case "tuple":
      return fc.tuple(...(def.items as unknown[]).map(inner));
    case "record":
      if (depth > DEEPEST) return fc.constant({});
      return fc.dictionary(inner(def.keyType) as fc.Arbitrary<string>, inner(def.valueType), {
        maxKeys: 1,
      });
    case "union":
      return fc.oneof(...(def.options as unknown[]).map(inner));
    case "object":
      return fc
        .record(
          Object.fromEntries(
            Object.entries(def.shape as Record<string, unknown>).map(([name, one]) => [name, inner(one)]),
          ),
        )
        .map(withoutUndefined);
    default:
      throw new Error(`Nothing is made of ${def.type} yet.`);
  }
}

function fittingText(schema: z.ZodType): fc.Arbitrary<unknown> {
  const fitting = TEXTS.filter((text) => schema.safeParse(text).success);
  if (fitting.length > 0) return fc.constantFrom(...fitting);
  const { checks = [] } = defOf(schema) as Def & { readonly checks?: readonly unknown[] };
  const pattern = checks.map((check) => defOf(check).pattern).find((one) => one instanceof RegExp);
  return pattern instanceof RegExp ? fc.stringMatching(pattern) : fc.string({ unit: "grapheme", minLength: 1 });
}

function withoutUndefined(value: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined));
}
