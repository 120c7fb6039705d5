import { NodeSelection } from "@tiptap/pm/state";
import type { Editor } from "@tiptap/react";

/** Sets the node that is chosen otherwise; what is not named stays. */
export function setChosen(editor: Editor, attributes: Record<string, unknown>): void {
  editor.commands.command(({ tr, state }) => {
    const { selection } = state;
    if (!(selection instanceof NodeSelection)) return false;
    tr.setNodeMarkup(selection.from, undefined, { ...selection.node.attrs, ...attributes });
    // A node that is set again is another one: it stays chosen, so that one can go on setting it.
    tr.setSelection(NodeSelection.create(tr.doc, selection.from));
    return true;
  });
}
