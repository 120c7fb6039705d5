import type { RecordLines } from "@/core/backup/backupParts";
import { BackupProblem, LONGEST_LINE } from "@/core/backup/manifest";
import { releaseBuffer } from "@/core/backup/releaseBuffer";

const NEWLINE = 10;
/** What is put at once lies in the memory, as bytes and as records. */
const RECORDS_AT_ONCE = 4_000;
const BYTES_AT_ONCE = 1_000_000;

/** Cuts a table that comes bit by bit into pieces of whole lines; as texts they would fill the memory. */
export class LineCutter {
  private piece = new Uint8Array(2 * BYTES_AT_ONCE);
  private length = 0;
  private records = 0;
  /** The bytes of the line that has not ended yet. */
  private open = 0;

  /** Takes what came, and gives the pieces that are full. Errors: a line that is longer than any record. */
  *cut(chunk: Uint8Array): Generator<RecordLines> {
    for (let from = 0; from < chunk.length; ) {
      const newline = chunk.indexOf(NEWLINE, from);
      const end = newline < 0 ? chunk.length : newline + 1;
      this.lay(chunk.subarray(from, end));
      from = end;
      if (newline < 0) return;
      this.open = 0;
      this.records += 1;
      if (this.records >= RECORDS_AT_ONCE || this.length >= BYTES_AT_ONCE) yield this.taken();
    }
  }

  /** Gives the last piece, where there is one. Errors: a line that has no end. */
  *end(): Generator<RecordLines> {
    if (this.open > 0) throw new BackupProblem("damaged");
    if (this.records > 0) yield this.taken();
  }

  private lay(bytes: Uint8Array): void {
    this.open += bytes.length;
    if (this.open > LONGEST_LINE) throw new BackupProblem("damaged");
    const { piece } = this;
    if (this.length + bytes.length > piece.length) {
      this.piece = new Uint8Array(2 * (this.length + bytes.length));
      this.piece.set(piece.subarray(0, this.length));
      releaseBuffer(piece);
    }
    this.piece.set(bytes, this.length);
    this.length += bytes.length;
  }

  private taken(): RecordLines {
    const lines = { text: this.piece.subarray(0, this.length), records: this.records };
    this.piece = new Uint8Array(2 * BYTES_AT_ONCE);
    this.length = 0;
    this.records = 0;
    return lines;
  }
}
