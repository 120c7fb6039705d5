import { encode } from "fast-png";

const WIDTH = 480;
const HEIGHT = 150;
const MARGIN = 14;
/** Paper, lines, and the line of the trend. */
const PALETTE = [
  [255, 255, 255],
  [221, 211, 196],
  [91, 42, 110],
];
const LINE = 1;
const TREND = 2;
const GRID_LINES = 4;
/** A trend that hardly moves is not drawn as if it did. */
const SMALLEST_SPAN = 20;

/** A picture of few colours: one byte a dot, each the place of its colour in the palette; it begins as empty paper. */
class Dots {
  readonly data = new Uint8Array(WIDTH * HEIGHT);

  /** Sets a dot; what lies outside is left alone. */
  set(x: number, y: number, color: number): void {
    if (x >= 0 && y >= 0 && x < WIDTH && y < HEIGHT) this.data[y * WIDTH + x] = color;
  }
}

/** A line through values in percent, with a gap where there is none, as a data URL of a PNG file. */
export function trendPicture(values: readonly (number | undefined)[]): string {
  const picture = new Dots();
  const known = values.filter((value) => value !== undefined);
  const middle = (Math.min(...known) + Math.max(...known)) / 2;
  const span = Math.max(SMALLEST_SPAN, Math.max(...known) - Math.min(...known));
  const x = (place: number) => Math.round(MARGIN + (place * (WIDTH - 2 * MARGIN)) / Math.max(1, values.length - 1));
  const y = (value: number) => Math.round(HEIGHT / 2 - ((value - middle) / span) * (HEIGHT - 2 * MARGIN));
  for (let line = 0; line <= GRID_LINES; line += 1) {
    const at = Math.round(MARGIN + (line * (HEIGHT - 2 * MARGIN)) / GRID_LINES);
    for (let dot = 0; dot < WIDTH; dot += 1) picture.set(dot, at, LINE);
  }
  let before: [number, number] | undefined;
  for (const [place, value] of values.entries()) {
    const here: [number, number] | undefined = value === undefined ? undefined : [x(place), y(value)];
    if (before && here) drawLine(picture, before, here);
    if (here) drawDisc(picture, here, 4);
    before = here;
  }
  return `data:image/png;base64,${base64(pngOf(picture))}`;
}

/** A line two dots thick, drawn in steps of a dot. */
function drawLine(picture: Dots, [x0, y0]: [number, number], [x1, y1]: [number, number]): void {
  const steps = Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0), 1);
  for (let step = 0; step <= steps; step += 1) {
    const at: [number, number] = [
      Math.round(x0 + ((x1 - x0) * step) / steps),
      Math.round(y0 + ((y1 - y0) * step) / steps),
    ];
    drawDisc(picture, at, 1);
  }
}

function drawDisc(picture: Dots, [x, y]: [number, number], radius: number): void {
  for (let down = -radius; down <= radius; down += 1) {
    for (let right = -radius; right <= radius; right += 1) {
      if (right * right + down * down <= radius * radius) picture.set(x + right, y + down, TREND);
    }
  }
}

function pngOf({ data }: Dots): Uint8Array {
  return encode({ width: WIDTH, height: HEIGHT, data, depth: 8, channels: 1, palette: PALETTE });
}

function base64(bytes: Uint8Array): string {
  let binary = "";
  for (const byte of bytes) binary += String.fromCharCode(byte);
  return btoa(binary);
}
