"use client";
import { Form } from "react-bootstrap";
import { counted } from "@/core/words";
import { useVine } from "@/ui/shared/VineContext";

interface SendWhenProps {
  /** The moment that was chosen, ms since the epoch; none is now. */
  readonly at: number | undefined;
  readonly takeBackSeconds: number;
  readonly onChange: (at: number | undefined) => void;
  /** Whether those who come to fit until then get it too. */
  readonly alsoNew: boolean;
  readonly onAlsoNew: (alsoNew: boolean) => void;
}

/** Whether the letters leave now or at a time. */
export function SendWhen({ at, takeBackSeconds, onChange, alsoNew, onAlsoNew }: SendWhenProps) {
  const { office } = useVine();
  return (
    <fieldset className="mb-2">
      <legend className="visually-hidden">When the letters leave</legend>
      <Form.Check
        type="radio"
        name="when"
        id="when-now"
        label={
          takeBackSeconds > 0
            ? `Now: ${counted(takeBackSeconds, "second")} after you press send; until then you can take all of them back`
            : "Now, at once"
        }
        checked={at === undefined}
        onChange={() => onChange(undefined)}
      />
      <div className="d-flex gap-2 align-items-center">
        <Form.Check
          type="radio"
          name="when"
          id="when-at"
          label="At a time; until then you can take all of them back"
          checked={at !== undefined}
          onChange={() => onChange(tomorrowMorning(office.around.now()))}
        />
        {at !== undefined && (
          <Form.Control
            size="sm"
            type="datetime-local"
            className="w-auto"
            aria-label="When the letters leave"
            value={localInput(at)}
            onChange={(event) => {
              const chosen = new Date(event.target.value).getTime();
              if (!Number.isNaN(chosen)) onChange(chosen);
            }}
          />
        )}
      </div>
      {at !== undefined && (
        <>
          <p className="quiet small mb-0">
            Until then the letters are rebuilt whenever something changes that they say; who no longer fits falls away.
            What became of them stands on the desk. A no that is said meanwhile holds.
          </p>
          <Form.Check
            id="also-new"
            className="small"
            label="Also to those who come to fit until then"
            checked={alsoNew}
            onChange={({ target }) => onAlsoNew(target.checked)}
          />
        </>
      )}
    </fieldset>
  );
}

const MORNING_HOUR = 7;
const MORNING_MINUTE = 30;

function tomorrowMorning(at: number): number {
  const now = new Date(at);
  return new Date(now.getFullYear(), now.getMonth(), now.getDate() + 1, MORNING_HOUR, MORNING_MINUTE).getTime();
}

/** A moment as the control of the browser wants it: "2026-11-25T07:30", here. */
function localInput(at: number): string {
  return new Date(at - new Date(at).getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}
