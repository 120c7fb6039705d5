"use client";
import type { Editor } from "@tiptap/react";
import { useEditorState } from "@tiptap/react";
import type { RefObject } from "react";
import { Button, Form } from "react-bootstrap";
import { blockKind, LIVE_TYPES } from "@/core/letter/blockKinds";
import type { LiveType } from "@/core/letter/blocks/blockKind";
import { FIELD_FORMATS } from "@/core/letter/fields/fieldValue";
import type { LetterView } from "@/workers/engine/shownLetter";
import { AtCaret, putDown } from "./AtCaret";
import { BlockSettings } from "./BlockSettings";
import { setChosen } from "./setChosen";

interface ChosenFieldProps {
  readonly editor: Editor;
  readonly letter: LetterView;
  /** The paper that it stands on. */
  readonly within: RefObject<HTMLElement | null>;
}

/** The field or block that is chosen in an editor: how it is written, and what stands in when there is nothing. */
export function ChosenField({ editor, letter, within }: ChosenFieldProps) {
  const chosen = useEditorState({
    editor,
    selector: ({ editor: current }) => {
      const { selection } = current.state;
      const node =
        "node" in selection
          ? (selection.node as { type: { name: string }; attrs: Record<string, unknown> })
          : undefined;
      return node && { type: node.type.name, attrs: node.attrs };
    },
  });
  const isField = chosen?.type === "field";
  const attribute = isField ? "fallback" : "whenNothing";
  const isBlock = chosen !== undefined && (isLiveType(chosen.type) || chosen.type === "picture");
  if (!chosen || !(isField || isBlock)) return null;
  if (chosen.attrs[attribute] === undefined && !["averagesTable", "picture"].includes(chosen.type)) return null;
  const field = letter.fields.find(({ id }) => id === chosen.attrs.field);
  const set = (attributes: Record<string, unknown>) => setChosen(editor, attributes);
  const formats = isField && field ? FIELD_FORMATS[field.kind] : [];
  return (
    <AtCaret editor={editor} within={within}>
      <h2>
        {isField ? (field?.label ?? "Field") : isLiveType(chosen.type) ? blockKind(chosen.type).label : "Picture"}
      </h2>
      {formats.length > 1 && (
        <Form.Group controlId="field-format" className="mt-2">
          <Form.Label className="small mb-1">Written as</Form.Label>
          <Form.Select
            size="sm"
            value={String(chosen.attrs.format)}
            onChange={(event) => set({ format: event.target.value })}
          >
            {formats.map(({ id, words }) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {isField && (
        <Form.Check
          id="field-upper-first"
          className="small mt-2"
          label="Begin with a capital"
          checked={chosen.attrs.upperFirst === true}
          onChange={(event) => set({ upperFirst: event.target.checked })}
        />
      )}
      {chosen.type === "picture" && <PictureSetting attrs={chosen.attrs} onChange={set} />}
      {isLiveType(chosen.type) && <BlockSettings type={chosen.type} attrs={chosen.attrs} onChange={set} />}
      {chosen.attrs[attribute] !== undefined && (
        <Form.Group controlId="stands-in" className="mt-2">
          <Form.Label className="small mb-1">
            {isField ? "When there is no value, write" : "When there is nothing, write"}
          </Form.Label>
          <Form.Control
            size="sm"
            value={String(chosen.attrs[attribute] ?? "")}
            onChange={(event) => set({ [attribute]: event.target.value })}
          />
        </Form.Group>
      )}
      <div className="d-flex justify-content-between mt-1">
        <Button size="sm" variant="link" onClick={() => editor.chain().focus().deleteSelection().run()}>
          Take it out
        </Button>
        <Button size="sm" variant="link" onClick={() => putDown(editor)}>
          Done
        </Button>
      </div>
    </AtCaret>
  );
}

function isLiveType(type: string): type is LiveType {
  return (LIVE_TYPES as readonly string[]).includes(type);
}

interface SettingProps {
  readonly attrs: Record<string, unknown>;
  readonly onChange: (attributes: Record<string, unknown>) => void;
}

const WIDTHS = [
  { width: 120, words: "small" },
  { width: 300, words: "half a letter" },
  { width: 560, words: "as wide as the letter" },
];

/** What a picture shows, in words, and how wide it is. */
function PictureSetting({ attrs, onChange }: SettingProps) {
  const width = Number(attrs.width);
  const nearest = WIDTHS.reduce(
    (best, one) => (Math.abs(one.width - width) < Math.abs(best - width) ? one.width : best),
    300,
  );
  return (
    <div className="d-grid gap-2 mt-2">
      <Form.Group controlId="picture-alt">
        <Form.Label className="small mb-1">What it shows, for who can’t see it</Form.Label>
        <Form.Control
          size="sm"
          maxLength={300}
          value={String(attrs.alt ?? "")}
          onChange={(event) => onChange({ alt: event.target.value })}
        />
      </Form.Group>
      <Form.Select
        size="sm"
        aria-label="How wide it is"
        value={nearest}
        onChange={(event) => onChange({ width: Number(event.target.value) })}
      >
        {WIDTHS.map(({ width: one, words }) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </Form.Select>
    </div>
  );
}
