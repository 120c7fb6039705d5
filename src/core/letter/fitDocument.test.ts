import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { letterBodySchema } from "../model/letterBody";
import { fitDocument } from "./fitDocument";

const doc = (...content: unknown[]) => ({ type: "doc", content });
const words = (text: string, ...marks: unknown[]) => ({ type: "text", text, marks });
const paragraph = (...content: unknown[]) => ({ type: "paragraph", content });
const link = (href: unknown) => ({ type: "link", attrs: { href } });

describe("what an editor holds, as a letter can have it", () => {
  test("links to pages, addresses and telephones stay; others become plain words, and that is said", () => {
    for (const href of ["https://x.example", "mailto:a@x.example", "tel:+48 123 456", "sms:123456"]) {
      const document = doc(paragraph(words("call", link(href))));
      expect(fitDocument(letterBodySchema, document)).toEqual({ document, isAsGiven: true, changed: [] });
    }
    for (const href of ["ftp://x.example/a", "/page", "page.html", "javascript:alert(1)", "", null]) {
      const { document, changed } = fitDocument(
        letterBodySchema,
        doc(paragraph(words("call", { type: "bold" }, link(href)))),
      );
      expect(document).toEqual(doc(paragraph(words("call", { type: "bold" }))));
      expect(changed).toHaveLength(1);
    }
  });

  test("wide cells, long words for a picture and odd sizes are clamped", () => {
    const cell = { type: "tableCell", attrs: { colspan: 80, rowspan: 0 }, content: [paragraph(words("x"))] };
    const src = "data:image/png;base64,AAAA";
    const { document } = fitDocument(
      letterBodySchema,
      doc(
        { type: "table", content: [{ type: "tableRow", content: [cell] }] },
        { type: "picture", attrs: { src, alt: "a".repeat(900), width: 5000.5 } },
        { type: "picture", attrs: { src, alt: null, width: "wide" } },
      ),
    );
    expect(document).toMatchObject({
      content: [
        { content: [{ content: [{ attrs: { colspan: 50, rowspan: 1 } }] }] },
        { attrs: { alt: "a".repeat(300), width: 1200 } },
        { attrs: { alt: "", width: 300 } },
      ],
    });
  });

  test("whatever is given can be kept, and no word of it is lost", () => {
    const attrs = fc.dictionary(fc.constantFrom("href", "level", "colspan", "src", "field", "days"), fc.jsonValue());
    const { node } = fc.letrec<{ node: unknown }>((tie) => ({
      node: fc.oneof(
        { maxDepth: 4 },
        fc.stringMatching(/^[a-z]{3,8}$/).map((text) => ({ type: "text", text })),
        fc.record(
          {
            type: fc.constantFrom(
              "paragraph",
              "heading",
              "table",
              "tableRow",
              "tableCell",
              "picture",
              "passage",
              "odd",
            ),
            attrs,
            marks: fc.array(fc.record({ type: fc.constantFrom("link", "bold", "glow"), attrs })),
            content: fc.array(tie("node"), { maxLength: 3 }),
          },
          { requiredKeys: ["type"] },
        ),
      ),
    }));
    const textOf = (value: unknown): string =>
      JSON.stringify(value, (key, part) => (key === "attrs" || key === "marks" ? undefined : part));
    fc.assert(
      fc.property(fc.array(node, { maxLength: 4 }), (content) => {
        const { document } = fitDocument(letterBodySchema, doc(...content));
        expect(letterBodySchema.safeParse(document).success).toBe(true);
        for (const [, text] of textOf(content).matchAll(/"text":"([a-z]+)"/g)) expect(textOf(document)).toContain(text);
        expect(fitDocument(letterBodySchema, document).isAsGiven).toBe(true);
      }),
    );
  });
});
