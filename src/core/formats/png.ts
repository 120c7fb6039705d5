import { zlibSync } from "fflate";

/** A picture of few colours: one byte a dot, each the place of its colour in the palette. */
export class PalettePicture {
  readonly dots: Uint8Array;

  /** Every dot begins with the first colour of the palette. */
  constructor(
    readonly width: number,
    readonly height: number,
    private readonly palette: readonly (readonly [red: number, green: number, blue: number])[],
  ) {
    this.dots = new Uint8Array(width * height);
  }

  /** Sets a dot; what lies outside is left alone. */
  set(x: number, y: number, color: number): void {
    if (x >= 0 && y >= 0 && x < this.width && y < this.height) this.dots[y * this.width + x] = color;
  }

  /** The picture as a PNG file (ISO/IEC 15948), indexed colour, no filter. */
  toPng(): Uint8Array {
    const rows = new Uint8Array((this.width + 1) * this.height);
    for (let y = 0; y < this.height; y += 1) {
      rows.set(this.dots.subarray(y * this.width, (y + 1) * this.width), y * (this.width + 1) + 1);
    }
    const head = new Uint8Array(13);
    const view = new DataView(head.buffer);
    view.setUint32(0, this.width);
    view.setUint32(4, this.height);
    head.set([8, 3, 0, 0, 0], 8);
    return joined([
      Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
      chunk("IHDR", head),
      chunk("PLTE", Uint8Array.from(this.palette.flat())),
      chunk("IDAT", zlibSync(rows)),
      chunk("IEND", new Uint8Array()),
    ]);
  }
}

function chunk(type: string, data: Uint8Array): Uint8Array {
  const named = joined([Uint8Array.from(type, (letter) => letter.charCodeAt(0)), data]);
  const frame = new Uint8Array(8);
  new DataView(frame.buffer).setUint32(0, data.length);
  new DataView(frame.buffer).setUint32(4, crc32(named));
  return joined([frame.subarray(0, 4), named, frame.subarray(4)]);
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte;
  for (let bit = 0; bit < 8; bit += 1) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value >>> 0;
});

/** The cyclic redundancy check that PNG asks for (its annex D). */
function crc32(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (const byte of bytes) value = (CRC_TABLE[(value ^ byte) & 0xff] ?? 0) ^ (value >>> 8);
  return (value ^ 0xffffffff) >>> 0;
}
