"use client";
import { NodeViewContent, NodeViewWrapper, type ReactNodeViewProps } from "@tiptap/react";
import { useContext, useState } from "react";
import { Button } from "react-bootstrap";
import { conditionalTextKey } from "@/core/letter/fields/fieldKey";
import type { ConditionalTextNode } from "@/core/model/letterBody";
import { fullName } from "@/core/model/student";
import { conditionsWords } from "@/core/selection/selectionSentence";
import { useVine } from "@/ui/shared/VineContext";
import { AddCondition, ConditionParts } from "../who/ConditionParts";
import { ShownLetterContext } from "./LiveBlock";

/** Then, otherwise, and where it is not known. */
const ALL_SIDES = 3;
const SIDE_WORDS = {
  on: "in this letter",
  off: "not in this letter",
  unknown: "not known of this student, so neither is in this letter",
} as const;

/** Conditional text in the letter: for whom it is, whether this letter has it, and its two sides to be written. */
export function ConditionalTextBlock({ node, editor, getPos, updateAttributes, deleteNode }: ReactNodeViewProps) {
  const { world } = useVine();
  const letter = useContext(ShownLetterContext);
  const [open, setOpen] = useState(false);
  const attrs = node.attrs as ConditionalTextNode["attrs"];
  const state = letter?.passages[conditionalTextKey(attrs)];
  const student = (id: string) => {
    const known = world.students.get(id);
    return known ? fullName(known) : "a student who is not there any more";
  };
  const words = conditionsWords(attrs, { student });
  const addUnknown = () => {
    const at = getPos();
    if (at === undefined) return;
    editor.commands.insertContentAt(at + node.nodeSize - 1, {
      type: "passageUnknown",
      content: [{ type: "paragraph" }],
    });
  };
  return (
    <NodeViewWrapper className={`passage is-${state?.side ?? "off"}`}>
      <div className="passage-head small" contentEditable={false}>
        <div>
          <strong>Only for students {words || "of every kind"}</strong>
          {state && (
            <span role="status">
              {" "}
              · {SIDE_WORDS[state.side]}, in {state.letters} of {letter?.count}
            </span>
          )}
        </div>
        <div className="d-flex gap-2">
          <Button size="sm" variant="link" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Done" : "For whom …"}
          </Button>
          {node.childCount < ALL_SIDES && (
            <Button size="sm" variant="link" onClick={addUnknown}>
              Text where it is not known …
            </Button>
          )}
          <Button size="sm" variant="link" onClick={deleteNode}>
            Remove conditional text
          </Button>
        </div>
        {open && (
          <div className="sentence">
            Students{" "}
            <ConditionParts
              match={attrs.match}
              conditions={attrs.conditions}
              onChange={(next) => updateAttributes(next)}
            />
            <AddCondition
              match={attrs.match}
              conditions={attrs.conditions}
              onChange={(next) => updateAttributes(next)}
            />
          </div>
        )}
      </div>
      <NodeViewContent />
    </NodeViewWrapper>
  );
}
