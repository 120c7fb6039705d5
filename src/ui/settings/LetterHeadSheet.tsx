"use client";
import { useRef } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { updating } from "@/core/change/change";
import { type LetterHead, LONGEST_HEAD_LINE, PLAIN_HEAD } from "@/core/model/letterHead";
import { DEFAULT_SETTINGS, SETTINGS_ID, type Settings } from "@/core/model/settings";
import { noPictureWords, readPicture } from "@/ui/note/letter/readPicture";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { LetterHeadView } from "@/ui/shared/LetterHeadView";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

const WIDEST_CREST_PX = 90;

/** What stands above letters, in a mail and on paper, and what they are printed on. */
export function LetterHeadSheet() {
  const { world } = useVine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const { letterHead, paper = "a4" } = settings;
  const change = useChange();
  const input = useRef<HTMLInputElement>(null);
  const keep = (part: Partial<Settings>, words: string) =>
    change(updating("settings", settings, { ...settings, ...part }), words, { joins: "letter head" });
  const set = (part: Partial<LetterHead>) =>
    keep({ letterHead: { ...(letterHead ?? PLAIN_HEAD), ...part } }, "The head of letters was changed.");
  const take = async (file: File) => {
    const picture = await readPicture(file);
    if (!picture) return toast.error(noPictureWords(file));
    await set({ picture: { ...picture, width: Math.min(WIDEST_CREST_PX, picture.width) } });
  };
  return (
    <section className="sheet d-grid gap-3" aria-labelledby="letter-head">
      <h2 id="letter-head">The head of letters</h2>
      <Form.Check
        id="has-head"
        label="The school stands above letters, and on reports whose design has it"
        checked={letterHead !== undefined}
        onChange={(event) =>
          event.target.checked ? set({}) : keep({ letterHead: undefined }, "Letters have no head any more.")
        }
      />
      {letterHead && (
        <>
          <div className="letter-paper is-small">
            <LetterHeadView />
          </div>
          <Form.Group controlId="head-line">
            <Form.Label>A line under it, such as the school’s address</Form.Label>
            <Form.Control
              maxLength={LONGEST_HEAD_LINE}
              defaultValue={letterHead.line}
              onBlur={(event) => event.target.value !== letterHead.line && set({ line: event.target.value })}
            />
          </Form.Group>
          <div className="d-flex flex-wrap gap-3 align-items-center">
            <Form.Group controlId="head-accent" className="d-flex gap-2 align-items-center">
              <Form.Label className="mb-0">Colour</Form.Label>
              <Form.Control
                type="color"
                value={letterHead.accent}
                onChange={(event) => set({ accent: event.target.value })}
              />
            </Form.Group>
            <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
              {letterHead.picture ? "Another crest" : "Crest or picture"}
            </Button>
            {letterHead.picture && (
              <Button size="sm" variant="link" onClick={() => set({ picture: undefined })}>
                Without the picture
              </Button>
            )}
            <HiddenFileInput
              ref={input}
              accept="image/png,image/jpeg,image/webp"
              label="A file with the crest"
              onFiles={([file]) => file && void take(file)}
            />
          </div>
        </>
      )}
      <Form.Group controlId="paper">
        <Form.Label>Letters and reports are printed on</Form.Label>
        <Form.Select
          className="w-auto"
          value={paper}
          onChange={(event) =>
            keep({ paper: event.target.value === "a4" ? "a4" : "us-letter" }, "The paper was changed.")
          }
        >
          <option value="a4">A4</option>
          <option value="us-letter">Letter</option>
        </Form.Select>
      </Form.Group>
    </section>
  );
}
