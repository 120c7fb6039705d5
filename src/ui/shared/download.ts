const COPIED_MS = 60_000;

/** Gives the teacher a file that was made in the browser. */
export function download(fileName: string, content: string | Uint8Array, type: string): void {
  downloadBlob(fileName, new Blob([content as BlobPart], { type }));
}

/** The same of a file that is never whole in the memory. */
export function downloadBlob(fileName: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = fileName;
  link.click();
  // A large file is still being copied when the click returns.
  setTimeout(() => URL.revokeObjectURL(url), COPIED_MS);
}
