import * as z from "zod";
import { withNewNames } from "./withNewNames";

/** How much all files of a note may have together, in bytes: many mail servers take no more than ten megabytes as text. */
export const MAX_ENCLOSED_BYTES = 5_000_000;
/** The most files that one note encloses. */
export const MAX_ENCLOSURES = 10;

/** SHA-256 in hexadecimal digits: it names a file by what is in it. */
export const sha256Schema = z.string().regex(/^[0-9a-f]{64}$/);

/** A file that goes along with a letter; its bytes are kept apart, by their SHA-256, which was named otherwise before. */
export const enclosureSchema = z.preprocess(
  (value) => withNewNames(value, { digest: "sha256" }),
  z.object({
    sha256: sha256Schema,
    /** One line without slashes, since it becomes the name of a file again. */
    name: z
      .string()
      .min(1)
      .max(120)
      .regex(/^[^\p{Cc}\u2028\u2029/\\]*$/u),
    /** The media type (RFC 6838). */
    type: z.string().regex(/^[\w.+-]{1,80}\/[\w.+-]{1,80}$/),
    bytes: z.number().int().min(1).max(MAX_ENCLOSED_BYTES),
  }),
);
export type Enclosure = z.infer<typeof enclosureSchema>;
/** The files of one letter, in the order in which they are listed. */
export const enclosuresSchema = z.array(enclosureSchema).max(MAX_ENCLOSURES);

/**
 * What a letter of a note carries: the note's files, and those that were made for this letter. Nothing at all where there are
 * none, so that letters without stay as they were.
 */
export function enclosedWith(
  { enclosures = [] }: { readonly enclosures?: readonly Enclosure[] | undefined },
  made: readonly Enclosure[] = [],
): { enclosures?: Enclosure[] } {
  const all = [...enclosures, ...made];
  return all.length > 0 ? { enclosures: all } : {};
}

/** What the files of a note have together, in bytes. */
export function enclosedBytes(enclosures: readonly Enclosure[]): number {
  return enclosures.reduce((sum, { bytes }) => sum + bytes, 0);
}

/** "120 kB", for a reader. */
export function sizeWords(bytes: number): string {
  return bytes < 999_500 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;
}

/** "tides.pdf (120 kB)", as it is named beside a letter. */
export function enclosureWords({ name, bytes }: Enclosure): string {
  return `${name} (${sizeWords(bytes)})`;
}
