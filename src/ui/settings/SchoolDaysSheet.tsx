"use client";
import { useRef } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { updating } from "@/core/change/change";
import { readDaysOff } from "@/core/formats/daysOffCalendar";
import { addDays } from "@/core/model/day";
import { type DaysOff, daysOffSchema, schoolYearOf } from "@/core/model/schoolYear";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { sayTrouble } from "@/ui/shared/trouble";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** School days and days off, by which notes send themselves; and how often automatic notes may write to one guardian. */
export function SchoolDaysSheet() {
  const { world, today } = useVine();
  const change = useChange();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { base, draft, set } = useDraftOf(settings);
  const { weekdays, daysOff } = schoolYearOf(draft);
  const picker = useRef<HTMLInputElement>(null);
  const setDays = (next: readonly DaysOff[]) => set((now) => ({ ...now, daysOff: [...next] }));
  const problem = daysOff.some(({ from, to }) => from > to)
    ? "Days off end before they begin."
    : daysOff.every((one) => daysOffSchema.safeParse(one).success)
      ? ""
      : "Each needs a first and a last day.";
  const takeIn = async (file: File) => {
    try {
      const found = readDaysOff(await file.text());
      if (found.length === 0) toast.error(`“${file.name}” has no whole days in it, so nothing was taken in.`);
      const known = new Set(daysOff.map(({ from, to }) => `${from}/${to}`));
      const fresh = found.filter(({ from, to }) => !known.has(`${from}/${to}`));
      setDays([...daysOff, ...fresh].sort((a, b) => a.from.localeCompare(b.from)));
      if (found.length > 0) toast(`${counted(fresh.length, "entry", "entries")} taken in. Keep them below.`);
    } catch (cause) {
      sayTrouble(`“${file.name}” could not be read, so nothing was taken in: ${(cause as Error).message}`);
    }
  };
  return (
    <Form
      className="sheet d-grid gap-2"
      aria-labelledby="school-days"
      onSubmit={(event) => {
        event.preventDefault();
        if (!problem) void change(updating("settings", base, draft), "School days were changed; plans follow them.");
      }}
    >
      <h2 id="school-days">School days</h2>
      <div className="d-flex flex-wrap gap-2">
        {WEEKDAYS.map((word, day) => (
          <Form.Check
            key={word}
            inline
            id={`weekday-${word}`}
            label={word}
            checked={weekdays.includes(day)}
            onChange={({ target }) =>
              set((now) => ({
                ...now,
                schoolWeekdays: target.checked
                  ? [...weekdays, day].sort((a, b) => a - b)
                  : weekdays.filter((one) => one !== day),
              }))
            }
          />
        ))}
      </div>
      {daysOff.map((one, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: days off have no name but their place
        <div key={place} className="d-flex flex-wrap gap-2 align-items-center">
          <Form.Control
            size="sm"
            style={{ width: "9rem" }}
            aria-label={`Name of days off ${place + 1}`}
            value={one.name}
            onChange={({ target }) => setDays(daysOff.with(place, { ...one, name: target.value }))}
          />
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`First day of ${one.name || `days off ${place + 1}`}`}
            value={one.from}
            onChange={({ target }) => setDays(daysOff.with(place, { ...one, from: target.value }))}
          />
          <Form.Control
            size="sm"
            type="date"
            className="w-auto"
            aria-label={`Last day of ${one.name || `days off ${place + 1}`}`}
            value={one.to}
            onChange={({ target }) => setDays(daysOff.with(place, { ...one, to: target.value }))}
          />
          <Button size="sm" variant="link" onClick={() => setDays(daysOff.filter((_one, at) => at !== place))}>
            ×<span className="visually-hidden"> {one.name}</span>
          </Button>
        </div>
      ))}
      {daysOff.length === 0 && <p className="quiet small mb-0">No days off yet.</p>}
      <div className="d-flex flex-wrap gap-2">
        <Button
          size="sm"
          variant="outline-primary"
          onClick={() => {
            const from = addDays(daysOff.at(-1)?.to ?? today, 1);
            setDays([...daysOff, { name: "Days off", from, to: from }]);
          }}
        >
          Add days off
        </Button>
        <Button size="sm" variant="outline-primary" onClick={() => picker.current?.click()}>
          Take in a calendar …
        </Button>
        <HiddenFileInput
          ref={picker}
          label="A calendar with days off"
          accept=".ics,text/calendar"
          onFiles={([file]) => file && void takeIn(file)}
        />
      </div>
      <Form.Group controlId="quiet-days" className="d-flex flex-wrap gap-2 align-items-center">
        <Form.Label className="mb-0 small">Automatic notes write to one guardian at most once in</Form.Label>
        <Form.Control
          size="sm"
          type="number"
          min={0}
          max={60}
          style={{ width: "5rem" }}
          value={draft.quietDays ?? 0}
          onChange={({ target }) => {
            const days = Math.min(60, Math.max(0, Math.round(Number(target.value))));
            set((now) => ({ ...now, quietDays: days === 0 ? undefined : days }));
          }}
        />
        <span className="small">days (0: as often as their plans say)</span>
      </Form.Group>
      {problem && <p className="small text-danger mb-0">{problem}</p>}
      <div className="text-end">
        <Button size="sm" type="submit" disabled={problem !== ""}>
          Keep school days
        </Button>
      </div>
    </Form>
  );
}
