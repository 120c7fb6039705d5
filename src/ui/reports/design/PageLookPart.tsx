"use client";
import { useRef } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import type { PageDesign, PageLook } from "@/core/model/pageDesign";
import { FOR_PAPER, noPictureWords, readPicture } from "@/ui/note/letter/readPicture";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";

const SIDES = ["Top", "Right", "Bottom", "Left"] as const;
const MOST_MARGIN_MM = 80;

interface PageLookPartProps {
  readonly design: PageDesign;
  readonly onChange: (part: Partial<PageDesign>) => void;
}

/** How the pages of a design look: turned, margins, frame, what stands behind the words, how many to a page. */
export function PageLookPart({ design, onChange }: PageLookPartProps) {
  const { page } = design;
  const set = (part: Partial<PageLook>) => onChange({ page: { ...page, ...part } });
  const input = useRef<HTMLInputElement>(null);
  const take = async (file: File) => {
    const picture = await readPicture(file, FOR_PAPER);
    if (picture) set({ ground: picture.src });
    else toast.error(noPictureWords(file));
  };
  return (
    <div className="d-grid gap-2 small">
      <h2>The page</h2>
      <Form.Check
        id="page-across"
        label="Across instead of upright"
        checked={page.across}
        onChange={(event) => set({ across: event.target.checked })}
      />
      <Form.Check
        id="page-frame"
        label="With a frame"
        checked={page.frame}
        onChange={(event) => set({ frame: event.target.checked })}
      />
      <Form.Check
        id="page-head"
        label="The head of letters on the first page"
        checked={page.withLetterHead ?? false}
        onChange={(event) => set({ withLetterHead: event.target.checked })}
      />
      <Form.Check
        id="page-one"
        label="Meant for one page"
        checked={design.onePage}
        onChange={(event) => onChange({ onePage: event.target.checked })}
      />
      <Form.Group controlId="page-many" className="d-flex gap-2 align-items-center">
        <Form.Label className="mb-0">Students to a page</Form.Label>
        <Form.Select
          size="sm"
          className="w-auto"
          value={page.toAPage}
          onChange={(event) => set({ toAPage: Number(event.target.value) as PageLook["toAPage"] })}
        >
          {[1, 2, 3, 4].map((count) => (
            <option key={count}>{count}</option>
          ))}
        </Form.Select>
      </Form.Group>
      <fieldset>
        <legend className="small mb-1">Margins in mm</legend>
        <div className="d-flex gap-1">
          {SIDES.map((side, place) => (
            <Form.Control
              key={side}
              size="sm"
              type="number"
              min={0}
              max={MOST_MARGIN_MM}
              aria-label={`${side} margin`}
              title={side}
              value={page.margin[place]}
              onChange={(event) => {
                const value = Math.min(MOST_MARGIN_MM, Math.max(0, Number(event.target.value)));
                set({ margin: page.margin.map((one, at) => (at === place ? value : one)) as PageLook["margin"] });
              }}
            />
          ))}
        </div>
      </fieldset>
      <div className="d-flex gap-2">
        <Button size="sm" variant="outline-primary" onClick={() => input.current?.click()}>
          {page.ground ? "Another picture behind" : "Picture behind the words"}
        </Button>
        <HiddenFileInput
          ref={input}
          accept="image/png,image/jpeg,image/webp"
          label="A file with a picture"
          onFiles={([file]) => file && void take(file)}
        />
        {page.ground && (
          <Button size="sm" variant="link" onClick={() => set({ ground: undefined })}>
            Without it
          </Button>
        )}
      </div>
    </div>
  );
}
