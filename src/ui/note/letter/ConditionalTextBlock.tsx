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

/** Conditional text in the letter: for whom it is, whether this letter has it, and its two sides to be written. */
export function ConditionalTextBlock({ node, updateAttributes, deleteNode }: ReactNodeViewProps) {
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
  return (
    <NodeViewWrapper className={`passage ${state?.isOn ? "is-on" : "is-off"}`}>
      <div className="passage-head small" contentEditable={false}>
        <div>
          <strong>Only for students {words || "of every kind"}</strong>
          {state && (
            <span role="status">
              {" "}
              · {state.isOn ? "in this letter" : "not in this letter"}, in {state.letters} of {letter?.count}
            </span>
          )}
        </div>
        <div className="d-flex gap-2">
          <Button size="sm" variant="link" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? "Done" : "For whom …"}
          </Button>
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
