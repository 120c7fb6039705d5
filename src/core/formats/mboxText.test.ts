import fc from "fast-check";
import { expect, test } from "vitest";
import { mboxText } from "./mboxText";

/** Read back as the format says: a line that begins with "From " after an empty one begins a message; one mark of quoting goes. */
function messagesIn(text: string): string[] {
  return text
    .split(/^From \S+ .*\n/m)
    .slice(1)
    .map((message) => message.replace(/\n\n$/, "").replace(/^>(>*From )/gm, "$1"));
}

test("messages of any words are read back as they were, one after the other", () => {
  const line = fc.constantFrom("From here on", ">From afar", ">>From", "Dear Ewa,", "", "From: x", "  From ");
  const message = fc.array(line, { minLength: 1 }).map((lines) => lines.join("\n").trimEnd());
  fc.assert(
    fc.property(fc.array(message), (messages) => {
      const text = mboxText(
        messages.map((one) => one.replace(/\n/g, "\r\n")),
        "ilse@sallowbay.example",
        Date.UTC(2026, 10, 24, 15, 5),
      );
      expect(messagesIn(text)).toEqual(messages);
      if (messages.length > 0) expect(text).toMatch(/^From ilse@sallowbay\.example Tue Nov 24 15:05:00 2026\n/);
    }),
  );
});
