"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing, updating } from "@/core/change/change";
import { classDaysOf } from "@/core/figures/classDays";
import { formatDay } from "@/core/model/day";
import { type LogEntry, logEntrySchema } from "@/core/model/logEntry";
import { useUnkept } from "@/ui/shared/LeavingProvider";
import { LinkedText } from "@/ui/shared/LinkedText";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** How far ahead the work to come is listed, in days. */
const AHEAD_DAYS = 21;

/** What the class did, day by day, and what is coming; letters can show both. */
export function ClassLog({ classId }: { classId: string }) {
  const { world, today, office } = useVine();
  const change = useChange();
  const [editing, setEditing] = useState<string>();
  const entries = [...world.logEntries.values()]
    .filter((entry) => entry.classId === classId)
    .sort((a, b) => b.day.localeCompare(a.day));
  const upcoming = classDaysOf(world, classId, today).upcoming(AHEAD_DAYS);
  const remove = (entry: LogEntry) =>
    change(removing("logEntries", [entry]), "The entry of the class log was deleted.");
  return (
    <section aria-labelledby="class-log">
      <h2 id="class-log">Class log</h2>
      <p className="quiet small">What the class did, in a line or two. A letter can show the last days of it.</p>
      <EntryForm
        key={entries.length}
        initial={{ id: "", classId, day: today, text: "" }}
        action="Add to the log"
        onKeep={(entry) =>
          change(
            adding("logEntries", [{ ...entry, id: office.around.newId() }]),
            "An entry was added to the class log.",
          )
        }
      />
      <ul className="lines mt-3">
        {entries.map((entry) =>
          editing === entry.id ? (
            <li key={entry.id}>
              <EntryForm
                initial={entry}
                action="Keep"
                onKeep={async (next) => {
                  if (await change(updating("logEntries", entry, next), "The entry of the class log was changed."))
                    setEditing(undefined);
                }}
              />
            </li>
          ) : (
            <li key={entry.id} className="d-block small">
              <strong>{formatDay(entry.day)}</strong>
              <div className="log-text">
                <LinkedText text={entry.text} />
              </div>
              <Button size="sm" variant="link" onClick={() => setEditing(entry.id)}>
                Change<span className="visually-hidden"> the entry of {formatDay(entry.day)}</span>
              </Button>
              <Button size="sm" variant="link" className="ms-3" onClick={() => remove(entry)}>
                Delete<span className="visually-hidden"> the entry of {formatDay(entry.day)}</span>
              </Button>
            </li>
          ),
        )}
      </ul>
      <h3 className="mt-3">Coming in the next {AHEAD_DAYS} days</h3>
      {upcoming.length === 0 ? (
        <p className="quiet small">
          Nothing falls due. Assignments that you add to the gradebook with a due date stand here.
        </p>
      ) : (
        <ul className="small ps-3">
          {upcoming.map(({ id, title, dueDate }) => (
            <li key={id}>
              {title} <span className="quiet">due {formatDay(dueDate ?? today, "short")}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function EntryForm({
  initial,
  action,
  onKeep,
}: {
  initial: LogEntry;
  action: string;
  onKeep: (entry: LogEntry) => Promise<unknown>;
}) {
  const [draft, setDraft] = useState(initial);
  useUnkept(draft.text !== initial.text);
  const isWhole = logEntrySchema.safeParse({ ...draft, id: "draft" }).success;
  return (
    <Form
      className="d-grid gap-2 flex-grow-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (isWhole) void onKeep({ ...draft, text: draft.text.trim() });
      }}
    >
      <Form.Control
        size="sm"
        as="textarea"
        rows={2}
        maxLength={2000}
        aria-label="What the class did"
        placeholder="We measured the salinity of the harbour …"
        value={draft.text}
        onChange={(event) => setDraft({ ...draft, text: event.target.value })}
      />
      <div className="d-flex gap-2">
        <Form.Control
          size="sm"
          type="date"
          className="w-auto"
          aria-label="Day"
          value={draft.day}
          onChange={(event) => setDraft({ ...draft, day: event.target.value })}
        />
        <Button type="submit" size="sm" disabled={!isWhole}>
          {action}
        </Button>
      </div>
    </Form>
  );
}
