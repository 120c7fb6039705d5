import { configure } from "@zip.js/zip.js/index-native.js";

/** A report goes through the zip in one piece: what is longer is cut there, and copied several times on its way. */
export const PIECE_BYTES = 262_144;

/** Backups are written and read in a worker already, and its policy lets no other be made from text. */
export function configureZip(): void {
  configure({ useWebWorkers: false, chunkSize: PIECE_BYTES });
}
