"use client";
import { wordsFor } from "@/core/letter/noteLetters";
import type { Note } from "@/core/model/note";
import { languageName } from "@/core/selection/reason";
import { useVine } from "@/ui/shared/VineContext";
import type { PeopleView } from "@/workers/engine/noteView";

/** Every letter of a note: to whom, about whom, in which language and why. */
export function RecipientTable({ note, people }: { note: Note; people: PeopleView }) {
  const { world } = useVine();
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
          <tr key={key} data-private>
            <td>
              <bdi>{recipient.name}</bdi>
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
        ))}
      </tbody>
    </table>
  );
}
