"use client";
import { NodeViewWrapper, type ReactNodeViewProps } from "@tiptap/react";
import { createContext, useContext } from "react";
import { blockKey, blockKind } from "@/core/letter/blockKinds";
import type { BlockModel, LiveType } from "@/core/letter/blocks/blockKind";
import { fieldKey } from "@/core/letter/fields/fieldKey";
import type { FieldNode } from "@/core/model/letterBody";
import { LinkedText } from "@/ui/shared/LinkedText";
import type { LetterView } from "@/workers/engine/shownLetter";

/** The letter whose values are shown while writing. */
export const ShownLetterContext = createContext<LetterView | undefined>(undefined);

/** A field in the text: the value of the student now shown, quietly marked. */
export function FieldChip({ node, selected }: ReactNodeViewProps) {
  const letter = useContext(ShownLetterContext);
  const field = letter?.fields.find(({ id }) => id === node.attrs.field);
  const made = letter?.placed[fieldKey(node.attrs as FieldNode["attrs"])];
  const value = made || node.attrs.fallback;
  const label = field?.label ?? "A field that is not there any more";
  return (
    <NodeViewWrapper
      as="span"
      className={`field ${value ? "" : "is-empty"} ${selected ? "is-chosen" : ""}`}
      title={label}
      data-private
    >
      {value || (made === undefined ? label : `${label}: no value`)}
    </NodeViewWrapper>
  );
}

/** A block in the letter, as it is for the student now shown. */
export function LiveBlock({ node, selected }: ReactNodeViewProps) {
  const letter = useContext(ShownLetterContext);
  const type = node.type.name as LiveType;
  const model = letter?.blocks[blockKey({ type, attrs: node.attrs })];
  return (
    <NodeViewWrapper className={`block ${selected ? "is-chosen" : ""}`} title={blockKind(type).label} data-private>
      {model ? <BlockContent model={model} /> : <p className="quiet">{blockKind(type).label}</p>}
    </NodeViewWrapper>
  );
}

/** The signature, as it stands in the settings. */
export function SignatureBlock({ selected }: ReactNodeViewProps) {
  const letter = useContext(ShownLetterContext);
  return (
    <NodeViewWrapper
      className={`block ${selected ? "is-chosen" : ""}`}
      title="Signature, from the settings"
      data-private
    >
      {letter?.signature.map((line, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a line has no name but its place
        <div key={place}>{line || "\u00a0"}</div>
      ))}
    </NodeViewWrapper>
  );
}

function BlockContent({ model }: { model: BlockModel }) {
  switch (model.kind) {
    case "sentence":
      return <p>{model.text}</p>;
    case "paragraphs":
      return model.texts.map((text) => <p key={text}>{text}</p>);
    case "picture":
      // biome-ignore lint/performance/noImgElement: it is in the letter itself, nothing is loaded
      return <img src={model.src} alt={model.words} width={480} />;
    case "list":
      return (
        <ul>
          {model.items.map((item) => (
            <li key={item}>
              <LinkedText text={item} />
            </li>
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
