"use client";
import { NodeSelection } from "@tiptap/pm/state";
import { type Editor, useEditorState } from "@tiptap/react";
import { Button, Form } from "react-bootstrap";
import { setChosen } from "@/ui/note/letter/setChosen";
import { useTitles } from "@/ui/shared/useTitles";
import { PAGE_BLOCKS, type PageBlockName } from "./pageBlocks";

const NUMBERS = {
  height: { words: "Height in mm", least: 1, most: 250 },
  width: { words: "Width in mm", least: 10, most: 120 },
} as const;

/** The block of a page that is chosen: what can be set of it. */
export function ChosenPageBlock({ editor }: { editor: Editor }) {
  const titles = useTitles();
  const chosen = useEditorState({
    editor,
    selector: ({ editor: { state } }) => {
      const { selection } = state;
      if (!(selection instanceof NodeSelection) || !(selection.node.type.name in PAGE_BLOCKS)) return undefined;
      return { name: selection.node.type.name as PageBlockName, attrs: selection.node.attrs };
    },
  });
  if (!chosen) return null;
  const { name, attrs } = chosen;
  const set = (attributes: Record<string, unknown>) => setChosen(editor, attributes);
  return (
    <div className="sheet d-grid gap-2">
      <h2>{PAGE_BLOCKS[name].words}</h2>
      {(["height", "width"] as const).map(
        (measure) =>
          attrs[measure] !== undefined && (
            <Form.Group key={measure} controlId={`page-${measure}`}>
              <Form.Label className="small mb-1">{NUMBERS[measure].words}</Form.Label>
              <Form.Control
                size="sm"
                type="number"
                min={NUMBERS[measure].least}
                max={NUMBERS[measure].most}
                value={attrs[measure]}
                onChange={(event) => {
                  const { least, most } = NUMBERS[measure];
                  set({ [measure]: Math.min(most, Math.max(least, Math.round(Number(event.target.value)))) });
                }}
              />
            </Form.Group>
          ),
      )}
      {attrs.words !== undefined && (
        <Form.Group controlId="page-words">
          <Form.Label className="small mb-1">Who signs</Form.Label>
          <Form.Control size="sm" value={attrs.words} onChange={(event) => set({ words: event.target.value })} />
        </Form.Group>
      )}
      {attrs.assignment !== undefined && (
        <Form.Group controlId="page-assignment">
          <Form.Label className="small mb-1">Which assignment</Form.Label>
          <Form.Select size="sm" value={attrs.assignment} onChange={(event) => set({ assignment: event.target.value })}>
            <option value="">the one chosen with each report</option>
            {titles.map((title) => (
              <option key={title}>{title}</option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {attrs.whenNothing !== undefined && (
        <Form.Group controlId="page-nothing">
          <Form.Label className="small mb-1">When there is nothing, write</Form.Label>
          <Form.Control
            size="sm"
            value={attrs.whenNothing}
            onChange={(event) => set({ whenNothing: event.target.value })}
          />
        </Form.Group>
      )}
      <Button size="sm" variant="link" onClick={() => editor.chain().focus().deleteSelection().run()}>
        Take it out
      </Button>
    </div>
  );
}
