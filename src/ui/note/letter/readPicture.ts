/** As wide as a letter, twice over for sharp screens. */
const WIDEST_PX = 1000;
/** Narrower, and nobody could choose it. */
const NARROWEST_PX = 16;
const QUALITY = 0.78;
/** A letter over 100 kB may be cut off by a mail program. */
const HEAVIEST_CHARACTERS = 90_000;
const STEP = 0.75;

/** What is said of a file that can't be read as a picture. */
export function noPictureWords({ name }: File): string {
  return `“${name}” is no picture that can be read. Nothing was changed. Try a JPEG or PNG file.`;
}

/** How large a picture may be: its width in px, and its data URL in characters. */
interface PictureLimits {
  readonly widest: number;
  readonly heaviest: number;
}
const FOR_MAIL: PictureLimits = { widest: WIDEST_PX, heaviest: HEAVIEST_CHARACTERS };
/** Behind a whole page, where it is printed. */
export const FOR_PAPER: PictureLimits = { widest: 1_800, heaviest: 1_400_000 };

/** A picture made small enough, as a data URL; none where the file is no picture that this browser can read. */
export async function readPicture(
  file: Blob,
  { widest, heaviest } = FOR_MAIL,
): Promise<{ src: string; width: number } | undefined> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return undefined;
  }
  for (let width = Math.min(widest, bitmap.width); ; width = Math.round(width * STEP)) {
    const height = Math.max(1, Math.round((bitmap.height * width) / bitmap.width));
    const canvas = new OffscreenCanvas(width, height);
    const paper = canvas.getContext("2d");
    if (!paper) return undefined;
    // Letters are white; what is see-through would be black otherwise.
    paper.fillStyle = "#ffffff";
    paper.fillRect(0, 0, width, height);
    paper.drawImage(bitmap, 0, 0, width, height);
    const src = await dataUrl(await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY }));
    if (src.length <= heaviest || width < 80)
      return { src, width: Math.max(NARROWEST_PX, Math.min(width, WIDEST_PX / 2)) };
  }
}

function dataUrl(blob: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => reject(reader.error);
    reader.readAsDataURL(blob);
  });
}
