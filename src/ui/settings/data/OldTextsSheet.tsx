"use client";
import { useId, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { whoIsErased } from "@/core/backup/whoIsErased";
import { fullName } from "@/core/model/student";
import { listed } from "@/core/words";
import { dataOf } from "@/office/families/dataOf";
import { eraseSomebody } from "@/office/families/eraseSomebody";
import { download } from "@/ui/shared/download";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

const FOREVER = { duration: Number.POSITIVE_INFINITY };
const WORD = "erase";

/** What is held about one person, as a file for a family that asks; and the way to erase somebody. */
export function OldTextsSheet() {
  const { office, world } = useVine();
  const listId = useId();
  const [typed, setTyped] = useState("");
  const [word, setWord] = useState("");
  const [isAsked, setIsAsked] = useState(false);
  const [isBusy, setIsBusy] = useState(false);
  const [withBackups, setWithBackups] = useState(true);
  const place = useKept((read) => read.backupPlace(), []);
  const people = [
    ...[...world.students.values()].map((one) => ({
      id: one.id,
      name: `${fullName(one)}, student ${one.studentNumber}`,
    })),
    ...[...world.guardians.values()].map((one) => ({
      id: one.id,
      name: `${fullName(one)}, guardian, ${one.addresses[0] ?? "no address"}`,
    })),
  ];
  const chosen = people.find(({ name }) => name === typed);
  const student = world.students.get(chosen?.id ?? "");
  const erased = chosen && whoIsErased(world, chosen.id);
  const choose = (next: string) => {
    setTyped(next);
    setIsAsked(false);
    setWord("");
  };
  const asFile = async () => {
    if (!student) return;
    setIsBusy(true);
    try {
      download(`${fullName(student)}.zip`, await dataOf(office, student.id), "application/zip");
    } catch (cause) {
      toast.error(`The file could not be made. Nothing was changed. ${(cause as Error).message}`, FOREVER);
    }
    setIsBusy(false);
  };
  const erase = async () => {
    if (!erased) return;
    setIsBusy(true);
    const before = place?.folder && withBackups ? office.backups.deleteAll() : Promise.resolve();
    await before
      .then(() => eraseSomebody(office, erased))
      .then(
        () => office.around.reload(),
        (cause: Error) => {
          setIsBusy(false);
          toast.error(`Nobody was erased here. ${cause.message}`, FOREVER);
        },
      );
  };
  return (
    <section className="sheet d-grid gap-2" aria-labelledby="letting-go">
      <h2 id="letting-go">One person’s data</h2>
      <Form.Group controlId="whose-data">
        <Form.Label>A student or a guardian</Form.Label>
        <Form.Control
          list={listId}
          value={typed}
          autoComplete="off"
          placeholder="Begin to type a name"
          data-private
          onChange={({ target }) => choose(target.value)}
        />
        <datalist id={listId}>
          {people.map(({ id, name }) => (
            <option key={id} value={name} />
          ))}
        </datalist>
      </Form.Group>
      {typed && !chosen && <p className="small quiet mb-0">Choose one from the list.</p>}
      {chosen && (
        <div className="d-flex flex-wrap gap-2">
          {student && (
            <Button variant="outline-primary" onClick={asFile} disabled={isBusy}>
              All that is held, as a file
            </Button>
          )}
          <Button variant="outline-secondary" onClick={() => setIsAsked(true)} disabled={isBusy}>
            Erase …
          </Button>
        </div>
      )}
      {isAsked && erased && (
        <Form
          className="finding is-stop d-grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (word.trim().toLowerCase() === WORD) void erase();
          }}
        >
          <div>
            <strong data-private>{listed(erased.shown)}</strong> {erased.shown.length === 1 ? "goes" : "go"} with all
            that names them: scores, letters, answers, photos, the record, and what the post room holds. What rounds
            counted stays as numbers. Rounds that wait and have letters of theirs are taken back whole. This can’t be
            taken back; what was kept from before a restore goes, too.
          </div>
          <div className="small">
            Backups that were made before still name them. Delete those files where you keep them, and make a new one.
          </div>
          {place?.folder && (
            <Form.Check
              id="erase-backups"
              label={`Delete the backups in “${place.folderName}” as well; a new one is made then`}
              checked={withBackups}
              onChange={({ target }) => setWithBackups(target.checked)}
            />
          )}
          <Form.Group controlId="erase-word">
            <Form.Label>
              Type <strong>{WORD}</strong> to go on
            </Form.Label>
            <Form.Control autoComplete="off" value={word} onChange={({ target }) => setWord(target.value)} />
          </Form.Group>
          <div className="d-flex flex-wrap gap-2">
            <Button type="submit" variant="danger" disabled={isBusy || word.trim().toLowerCase() !== WORD}>
              Erase for good
            </Button>
            <Button variant="link" onClick={() => setIsAsked(false)} disabled={isBusy}>
              Keep all
            </Button>
          </div>
        </Form>
      )}
    </section>
  );
}
