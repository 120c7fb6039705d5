import { toast } from "sonner";
import type { PrintedReports } from "@/office/printReports";
import { download } from "./download";

/** Hands a file that was made for paper over, or says why there is none; gives whether there is. */
export function takePrinted(made: PrintedReports, words?: string): boolean {
  if (!made.ok) {
    toast.error(made.problem, { duration: Number.POSITIVE_INFINITY });
    return false;
  }
  download(made.fileName, made.bytes, made.type);
  if (words) toast(words);
  return true;
}
