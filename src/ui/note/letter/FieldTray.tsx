"use client";
import { memo, useRef, useState } from "react";
import { Form } from "react-bootstrap";
import { blockKind, LIVE_TYPES } from "@/core/letter/blockKinds";
import { FIELD_GROUPS } from "@/core/letter/fields/field";
import { fieldById } from "@/core/letter/fields/fieldsFor";
import { nameKey, nameSearch } from "@/core/matching/nameKey";
import type { LetterView } from "@/workers/engine/shownLetter";
import { placeContent } from "./placeContent";
import type { PlacingEditors } from "./useLetterEditors";

/** Work has four fields an assignment: without a search only the last few assignments are listed. */
const MOST_UNSOUGHT = 16;

/** The conditional text, its first side, the first line in it. */
const DEPTH_OF_FIRST_LINE = 3;

/** The control that finds what can be placed: a key of the letter leads to it. */
export const FIND_FIELD_ID = "find-field";

const EMPTY = [{ type: "paragraph" }];
const NEW_PASSAGE = {
  type: "passage",
  attrs: { match: "all", conditions: [{ kind: "missing", atLeast: 1 }] },
  content: [
    { type: "passageThen", content: EMPTY },
    { type: "passageOtherwise", content: EMPTY },
  ],
};

const NO_MORE: FieldTrayProps["more"] = [];

interface FieldTrayProps {
  readonly editors: PlacingEditors;
  readonly letter: LetterView;
  /** What things are placed in. */
  readonly into?: string;
  /** Blocks beside those that letters have. */
  readonly more?: readonly { readonly words: string; readonly content: object }[];
}

/**
 * What can be placed in the letter, each with the value of the student shown: by click, by keyboard, or dragged into place.
 * Drawn again for another student, not with every letter typed.
 */
export const FieldTray = memo(function FieldTray({ editors, letter, into = "letter", more = NO_MORE }: FieldTrayProps) {
  const [words, setWords] = useState("");
  const found = useRef<HTMLDivElement>(null);
  const placeFirst = () => {
    found.current?.querySelector<HTMLButtonElement>(".tray button")?.click();
    setWords("");
  };
  const isWanted = nameSearch(words);
  const place = (content: object, editor = editors.lastUsed()) => placeContent(editor, content);
  const placeConditionalText = () => {
    const from = editors.body.state.selection.from;
    place(NEW_PASSAGE, editors.body);
    let inside: number | undefined;
    editors.body.state.doc.forEach((node, at) => {
      if (node.type.name === "passage" && at >= from - 1) inside ??= at + DEPTH_OF_FIRST_LINE;
    });
    // One goes on with what is for those whom it is true for.
    if (inside !== undefined) editors.body.commands.setTextSelection(inside);
  };
  const field = (id: string) => ({ type: "field", attrs: { field: id, fallback: "", format: "", upperFirst: false } });
  const blocks = [
    ...LIVE_TYPES.map((type) => ({ words: blockKind(type).label, content: { type } })),
    { words: "Signature", content: { type: "signature" } },
    ...more,
  ].filter(({ words }) => isWanted(nameKey(words)));
  return (
    <div ref={found}>
      <h2>Place in the {into}</h2>
      <Form.Control
        size="sm"
        type="search"
        className="mt-1"
        id={FIND_FIELD_ID}
        placeholder="Find a field"
        aria-label="Find a field"
        title="F8 leads here from the letter; Enter places the first that is found"
        value={words}
        onChange={(event) => setWords(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter" && words.trim()) placeFirst();
          if (event.key === "Escape") editors.lastUsed().commands.focus();
        }}
      />
      {FIELD_GROUPS.map((group) => {
        const ofGroup = letter.fields.filter(
          (one) => one.group === group && isWanted(nameKey(`${one.label} ${group}`)),
        );
        const shown = words || group !== "Work" ? ofGroup : ofGroup.slice(0, MOST_UNSOUGHT);
        return shown.length === 0 ? null : (
          <div key={group} className="mt-2">
            <div className="quiet small">{group}</div>
            <ul className="tray">
              {shown.map(({ id, label, value }) => (
                <li key={id}>
                  <button
                    type="button"
                    draggable
                    aria-description={fieldById(id)?.about}
                    onDragStart={(event) =>
                      // The editor takes it in as it takes in anything that is pasted.
                      event.dataTransfer.setData("text/html", `<span data-field="${escaped(id)}"></span>`)
                    }
                    onClick={() => place(field(id))}
                  >
                    {label}
                    <span className="tray-value" data-private>
                      {value || "no value"}
                    </span>
                    <span className="tray-about" aria-hidden>
                      {fieldById(id)?.about}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            {ofGroup.length > shown.length && (
              <div className="quiet small">and {ofGroup.length - shown.length} more: type a title above</div>
            )}
          </div>
        );
      })}
      {isWanted(nameKey("conditional text for some students")) && (
        <>
          <div className="quiet small mt-2">Conditional text</div>
          <ul className="tray">
            <li>
              <button type="button" onClick={placeConditionalText}>
                Conditional text for some students
              </button>
            </li>
          </ul>
        </>
      )}
      {blocks.length > 0 && (
        <>
          <div className="quiet small mt-2">Blocks</div>
          <ul className="tray">
            {blocks.map(({ words: name, content }) => (
              <li key={name}>
                <button type="button" onClick={() => place(content, editors.body)}>
                  {name}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
});

function escaped(id: string): string {
  return id.replace(/&/g, "&amp;").replace(/"/g, "&quot;").replace(/</g, "&lt;");
}
