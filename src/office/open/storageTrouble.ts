/** Why the browser's data can't be written at present, what is safe and what to do; none where it is something else. */
export function storageTrouble(cause: unknown): string | undefined {
  const { name = "", inner } = (cause ?? {}) as { name?: string; inner?: Error };
  const names = [name, inner?.name ?? ""];
  if (names.includes("QuotaExceededError"))
    return "The disk of this computer is full, so this could not be kept. Everything that was kept before is safe. Make room, then do it once more.";
  if (["DatabaseClosedError", "InvalidStateError", "UnknownError", "AbortError"].some((one) => names.includes(one)))
    return "The browser’s data was closed, so this could not be kept. Everything that was kept before is safe. Load this page again and do it once more.";
  return undefined;
}
