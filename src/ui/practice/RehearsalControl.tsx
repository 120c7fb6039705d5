"use client";
import { useCallback, useState } from "react";
import { Form } from "react-bootstrap";
import { toast } from "sonner";
import { counted } from "@/core/words";
import { useRefreshed } from "@/ui/shared/useRefreshed";
import { fetchRehearsal, type Rehearsal, rehearse } from "./rehearsal";

const TROUBLES = [
  { behaviour: "delivers", words: "arrive as usual" },
  { behaviour: "unknown mailbox", words: "are refused: no such mailbox" },
  { behaviour: "mailbox full", words: "find the mailbox full" },
  { behaviour: "asks to try again once", words: "are asked to come again" },
  { behaviour: "comes back late", words: "come back some seconds later" },
  { behaviour: "is away", words: "meet somebody who is away" },
  { behaviour: "is slow", words: "take two seconds each" },
];
const LETTERS = 3;

/** Makes the next letters meet trouble, so that it can be rehearsed. */
export function RehearsalControl() {
  const [now, setNow] = useState<Rehearsal>();
  const refresh = useCallback(() => fetchRehearsal().then(setNow, () => setNow(undefined)), []);
  useRefreshed(refresh);
  if (!now) return null;
  const choose = async (next: Rehearsal) => {
    setNow(next);
    await rehearse(next).catch((cause: Error) => toast.error(`That could not be set: ${cause.message}`));
  };
  const isTrouble = now.letters > 0;
  return (
    <fieldset className="rehearsal small">
      <Form.Label htmlFor="rehearsal" className="mb-1">
        {isTrouble ? `The next ${counted(now.letters, "letter")} …` : "The next letters …"}
      </Form.Label>
      <Form.Select
        size="sm"
        id="rehearsal"
        value={now.behaviour}
        onChange={({ target }) =>
          void choose({
            behaviour: target.value,
            letters: target.value === "delivers" ? 0 : Math.max(LETTERS, now.letters),
          })
        }
      >
        {TROUBLES.map(({ behaviour, words }) => (
          <option key={behaviour} value={behaviour}>
            {words}
          </option>
        ))}
      </Form.Select>
      {isTrouble && (
        <Form.Control
          size="sm"
          type="number"
          min={1}
          max={10_000}
          className="mt-1"
          aria-label="How many of the next letters"
          value={now.letters}
          onChange={({ target }) => {
            const letters = Math.round(Number(target.value));
            if (letters >= 1 && letters <= 10_000) void choose({ ...now, letters });
          }}
        />
      )}
    </fieldset>
  );
}
