/** As wide and high as a photo is kept, in px: sharp at 30 mm on paper, and some kB. */
const SIDE_PX = 320;
const QUALITY = 0.82;

/** Which part of a picture is kept: how much it is drawn nearer (1 is as much as fits), and where its middle is, 0 to 1. */
export interface Crop {
  readonly nearer: number;
  readonly across: number;
  readonly down: number;
}
/** Faces stand above the middle as a rule. */
export const USUAL_CROP: Crop = { nearer: 1, across: 0.5, down: 0.35 };

/** A square photo as a small JPEG; none where the file is no picture that this browser can read. */
export async function squarePhoto(file: Blob, { nearer, across, down } = USUAL_CROP): Promise<ArrayBuffer | undefined> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return undefined;
  }
  const side = Math.min(bitmap.width, bitmap.height) / nearer;
  const left = (bitmap.width - side) * across;
  const top = (bitmap.height - side) * down;
  const canvas = new OffscreenCanvas(SIDE_PX, SIDE_PX);
  const paper = canvas.getContext("2d");
  if (!paper) return undefined;
  paper.fillStyle = "#ffffff";
  paper.fillRect(0, 0, SIDE_PX, SIDE_PX);
  paper.drawImage(bitmap, left, top, side, side, 0, 0, SIDE_PX, SIDE_PX);
  bitmap.close();
  return (await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY })).arrayBuffer();
}
