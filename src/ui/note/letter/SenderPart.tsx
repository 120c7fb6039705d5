"use client";
import { Form } from "react-bootstrap";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import type { Note } from "@/core/model/note";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { useVine } from "@/ui/shared/VineContext";

/** Who this note is from, where that is not what the settings say. */
export function SenderPart({ note, onChange }: { note: Note; onChange: (part: Partial<Note>) => void }) {
  const { world } = useVine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const sender = note.sender ?? { name: "", replyTo: "" };
  const set = (part: Partial<typeof sender>) => {
    const next = { ...sender, ...part };
    onChange({ sender: next.name || next.replyTo ? next : undefined });
  };
  const isBad = sender.replyTo !== "" && !isGoodAddress(sender.replyTo);
  return (
    <div className="d-grid gap-2 mt-3">
      <h2>Who it is from</h2>
      <Form.Group controlId="note-sender">
        <Form.Label className="small mb-1">Name, for this note</Form.Label>
        <Form.Control
          size="sm"
          placeholder={settings.senderName || settings.teacherName}
          value={sender.name}
          onChange={(event) => set({ name: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="note-reply-to">
        <Form.Label className="small mb-1">Replies go to, for this note</Form.Label>
        <Form.Control
          size="sm"
          placeholder={settings.replyTo || settings.teacherAddress}
          value={sender.replyTo}
          isInvalid={isBad}
          onChange={(event) => set({ replyTo: event.target.value.trim() })}
        />
        <Form.Control.Feedback type="invalid">It should look like name@school.example.</Form.Control.Feedback>
      </Form.Group>
    </div>
  );
}
