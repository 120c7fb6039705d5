"use client";
import { NodeViewWrapper, type ReactNodeViewProps } from "@tiptap/react";
import { createContext, useContext } from "react";
import type { BlockModel } from "@/core/letter/blocks";
import type { LetterView } from "@/workers/engine/letterView";

/** The letter whose values are shown while writing. */
export const ShownLetterContext = createContext<LetterView | undefined>(undefined);

/** A field in the text: the value of the student now shown, quietly marked. */
export function FieldChip({ node, selected }: ReactNodeViewProps) {
  const letter = useContext(ShownLetterContext);
  const field = letter?.fields.find(({ id }) => id === node.attrs.field);
  const value = field?.value || node.attrs.fallback;
  const label = field?.label ?? "A field that is not there any more";
  return (
    <NodeViewWrapper
      as="span"
      className={`field ${value ? "" : "is-empty"} ${selected ? "is-chosen" : ""}`}
      title={label}
      data-private
    >
      {value || `${label}: no value`}
    </NodeViewWrapper>
  );
}

export function AveragesBlock({ selected }: ReactNodeViewProps) {
  return <Block model={useContext(ShownLetterContext)?.averages} selected={selected} label="Table of averages" />;
}

export function MissingWorkBlock({ node, selected }: ReactNodeViewProps) {
  const model = useContext(ShownLetterContext)?.missing;
  const shown = model?.kind === "sentence" ? { ...model, text: node.attrs.whenNothing } : model;
  return <Block model={shown} selected={selected} label="Missing work" />;
}

function Block({ model, selected, label }: { model: BlockModel | undefined; selected: boolean; label: string }) {
  return (
    <NodeViewWrapper className={`block ${selected ? "is-chosen" : ""}`} title={label} data-private>
      {model ? <BlockContent model={model} /> : <p className="quiet">{label}</p>}
    </NodeViewWrapper>
  );
}

function BlockContent({ model }: { model: BlockModel }) {
  switch (model.kind) {
    case "sentence":
      return <p>{model.text}</p>;
    case "list":
      return (
        <ul>
          {model.items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      );
    case "table":
      return (
        <table>
          <thead>
            <tr>
              {model.head.map((text) => (
                <th key={text} scope="col">
                  {text}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {model.rows.map((row) => (
              <tr key={row[0]}>
                {row.map((text, place) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: the cells of a row stand in a fixed order
                  <td key={place}>{text}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      );
  }
}
