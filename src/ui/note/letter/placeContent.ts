import { NodeSelection } from "@tiptap/pm/state";
import type { Editor } from "@tiptap/react";

/** Places something at the caret. What is chosen stays: the new one comes after it, not in its place. */
export function placeContent(editor: Editor, content: object): void {
  const { selection } = editor.state;
  const at = selection instanceof NodeSelection ? selection.to : { from: selection.from, to: selection.to };
  editor.chain().focus().insertContentAt(at, content).run();
}
