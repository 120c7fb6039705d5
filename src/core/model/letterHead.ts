import * as z from "zod";

/** The colour that letters and pages have while no other was chosen. */
export const PLAIN_ACCENT = "#5b2a6e";
/** The longest line under the name of the school, in UTF-16 units. */
export const LONGEST_HEAD_LINE = 200;

/** What stands above letters, in a mail and on paper: the school with its crest, a line such as its address, one colour. */
export const letterHeadSchema = z.object({
  /** A crest or another picture as a data URL, with its width in px. */
  picture: z
    .object({
      src: z
        .string()
        .max(400_000)
        .regex(/^data:image\/(png|jpeg);base64,[A-Za-z0-9+/=]+$/),
      width: z.number().int().min(16).max(600),
    })
    .optional(),
  line: z.string().max(LONGEST_HEAD_LINE),
  /** For headings and lines, as "#rrggbb". */
  accent: z.string().regex(/^#[0-9a-f]{6}$/),
});
export type LetterHead = z.infer<typeof letterHeadSchema>;

/** A head while nothing was written or chosen: the school, in the usual colour. */
export const PLAIN_HEAD: LetterHead = { line: "", accent: PLAIN_ACCENT };

/** Whether nothing would stand in a head: a line of its colour alone is none. */
export function isEmptyHead(school: string, { picture, line }: LetterHead): boolean {
  return !school && !line && !picture;
}
