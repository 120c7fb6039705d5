"use client";
import { Fragment, useState } from "react";
import { wordsFor } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { languageName } from "@/core/selection/conditions/languageName";
import { useVine } from "@/ui/shared/VineContext";
import type { PeopleView } from "@/workers/engine/peopleView";
import { FinishedLetter } from "../letter/FinishedLetter";

/** Every letter of a note: to whom, about whom, in which language and why; each can be opened as it will arrive. */
export function RecipientTable({ note, people }: { note: Note; people: PeopleView }) {
  const { world } = useVine();
  const [openKey, setOpenKey] = useState<string>();
  const inLanguages = note.variants.length > 0;
  return (
    <table className="table table-sm small">
      <thead>
        <tr>
          <th scope="col">Recipient</th>
          <th scope="col">About</th>
          {inLanguages && <th scope="col">Words in</th>}
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        {people.letters.map(({ key, recipient, studentName, reason }) => (
          <Fragment key={key}>
            <tr data-private>
              <td>
                <button
                  type="button"
                  className="who-open"
                  aria-expanded={key === openKey}
                  title="The letter as it will arrive"
                  onClick={() => setOpenKey(key === openKey ? undefined : key)}
                >
                  <bdi>{recipient.name}</bdi>
                </button>
                <div className="quiet">{recipient.address}</div>
              </td>
              <td>
                <bdi>{studentName}</bdi>
                <div className="quiet">{recipient.relation}</div>
              </td>
              {inLanguages && (
                <td>{languageName(wordsFor(note, world.guardians.get(recipient.id)?.language).language)}</td>
              )}
              <td>{reason}</td>
            </tr>
            {key === openKey && (
              <tr>
                <td colSpan={inLanguages ? 4 : 3}>
                  <FinishedLetter note={note} letterKey={key} look="phone" />
                </td>
              </tr>
            )}
          </Fragment>
        ))}
      </tbody>
    </table>
  );
}
