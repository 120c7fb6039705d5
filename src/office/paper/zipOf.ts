import { uniqueNames } from "@/core/report/reportFileName";

/** Some files as one zip, each under a name of its own. PDFs are packed already: they are only put together. */
export async function zipOf(
  files: readonly { readonly name: string; readonly bytes: Uint8Array }[],
): Promise<Uint8Array> {
  const { zipSync } = await import("fflate");
  const names = uniqueNames(files.map(({ name }) => name));
  return zipSync(Object.fromEntries(files.map((file, place) => [names[place] ?? "", file.bytes])), { level: 0 });
}
