/**
 * A short name for a text: 18 small letters and digits that are the same for the same text, and nothing of it to be
 * read. Four mixed lanes of 32 bits, of which 93 bits are kept; it is no secret and stands against no forger.
 */
export function shortHash(text: string): string {
  const lanes = LANES.map(([start]) => start);
  for (let place = 0; place < text.length; place += 1) {
    const unit = text.charCodeAt(place);
    LANES.forEach(([, factor], lane) => {
      const mixed = Math.imul((lanes[lane] ?? 0) ^ unit, factor);
      lanes[lane] = mixed ^ (mixed >>> 15);
    });
  }
  const stirred = lanes.map((lane, place) =>
    stir(lane ^ Math.imul(lanes[(place + 1) % lanes.length] ?? 0, 0x85ebca6b)),
  );
  return stirred
    .map((lane) => (lane >>> 0).toString(36).padStart(7, "0"))
    .join("")
    .slice(-18);
}

/** The first value of each lane and the odd factor that it is mixed with. */
const LANES: readonly (readonly [number, number])[] = [
  [0x9e3779b1, 0x85ebca77],
  [0xc2b2ae3d, 0x27d4eb2f],
  [0x165667b1, 0x9e3779b1],
  [0x2545f491, 0xc2b2ae3d],
];

/** The last step of MurmurHash3 (Appleby): every bit of a lane moves every other. */
function stir(lane: number): number {
  let mixed = lane ^ (lane >>> 16);
  mixed = Math.imul(mixed, 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return mixed ^ (mixed >>> 16);
}
