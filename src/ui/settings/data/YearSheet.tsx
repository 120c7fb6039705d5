"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { updating } from "@/core/change/change";
import { dayOfInstant } from "@/core/model/day";
import { classLabel } from "@/core/model/schoolClass";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { counted } from "@/core/words";
import { closeYear } from "@/office/backup/closeYear";
import { sayTrouble } from "@/ui/shared/trouble";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** How long words of letters are kept, and the end of a school year. */
export function YearSheet() {
  const { office, world } = useVine();
  const change = useChange();
  const place = useKept((read) => read.backupPlace(), []);
  const rounds = useKept(async (read) => (await read.roundsNewestFirst()).length, []) ?? 0;
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [isOpen, setIsOpen] = useState(false);
  const [ends, setEnds] = useState<Record<string, boolean>>({});
  const [names, setNames] = useState<Record<string, string>>({});
  const [isBusy, setIsBusy] = useState(false);
  const classes = [...world.classes.values()];
  const isSafe = place?.lastAt !== undefined && dayOfInstant(place.lastAt) === dayOfInstant(office.around.now());
  const close = async () => {
    setIsBusy(true);
    const choice = Object.fromEntries(
      classes.map(({ id, name }) => [id, ends[id] ? ("ends" as const) : { name: names[id]?.trim() || name }]),
    );
    await closeYear(office, choice).then(
      () => office.around.reload(),
      (cause: Error) => {
        setIsBusy(false);
        sayTrouble(`The year was not closed. ${cause.message}`);
      },
    );
  };
  return (
    <section className="sheet d-grid gap-2" aria-labelledby="year">
      <h2 id="year">Keeping and closing</h2>
      <Form.Group controlId="keep-texts">
        <Form.Label>Words and files of letters are kept</Form.Label>
        <Form.Select
          value={settings.keepTextsDays ?? ""}
          onChange={({ target }) => {
            const { keepTextsDays: _before, ...rest } = settings;
            const next = target.value === "" ? rest : { ...rest, keepTextsDays: Number(target.value) };
            void change(updating("settings", settings, next), "How long words of letters are kept was changed.");
          }}
        >
          <option value="">for good</option>
          <option value="90">for 90 days; that they were sent stays</option>
          <option value="365">for a year; that they were sent stays</option>
          <option value="730">for two years; that they were sent stays</option>
        </Form.Select>
      </Form.Group>
      {classes.length > 0 && !isOpen && (
        <div>
          <Button variant="outline-secondary" onClick={() => setIsOpen(true)}>
            Close the year …
          </Button>
        </div>
      )}
      {isOpen && (
        <div className="d-grid gap-2">
          <p className="small mb-0">
            {counted(world.assignments.size, "assignment")} with all scores and {counted(rounds, "round")} of letters
            go. Families, notes, templates, rubrics and recipes stay; automatic notes are turned off. What was here is
            kept until you put something else in its place, so this can be taken back.
          </p>
          <ul className="lines">
            {classes.map((one) => (
              <li key={one.id}>
                <div className="line-main">
                  <div className="small quiet">{classLabel(one)}</div>
                  {!ends[one.id] && (
                    <Form.Control
                      size="sm"
                      aria-label={`Next year’s name of ${classLabel(one)}`}
                      value={names[one.id] ?? one.name}
                      onChange={({ target }) => setNames({ ...names, [one.id]: target.value })}
                    />
                  )}
                </div>
                <Form.Check
                  id={`ends-${one.id}`}
                  label="ends"
                  checked={ends[one.id] ?? false}
                  onChange={({ target }) => setEnds({ ...ends, [one.id]: target.checked })}
                />
              </li>
            ))}
          </ul>
          {!isSafe && <p className="finding mb-0">Make a backup above first: there is none of today.</p>}
          <div className="d-flex flex-wrap gap-2">
            <Button variant="danger" onClick={close} disabled={!isSafe || isBusy}>
              Close the year
            </Button>
            <Button variant="link" onClick={() => setIsOpen(false)}>
              Not yet
            </Button>
          </div>
        </div>
      )}
    </section>
  );
}
