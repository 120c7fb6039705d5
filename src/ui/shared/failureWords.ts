import { storageTrouble } from "@/office/open/storageTrouble";

/** Why something could not be kept, what is safe and what to do. */
export function failureWords(cause: unknown): string {
  const { name = "", message = "" } = (cause ?? {}) as { name?: string; message?: string };
  return storageTrouble(cause) ?? `This could not be kept, and nothing was changed. (${message || name})`;
}
