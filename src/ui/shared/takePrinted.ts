import { toast } from "sonner";
import { fewOf, listed } from "@/core/words";
import type { PrintedReports } from "@/office/paper/printReports";
import { sayTrouble } from "@/ui/shared/trouble";
import { download } from "./download";

const MOST_NAMED = 5;

/** Hands a file that was made for paper over, or says why there is none; gives whether there is. */
export function takePrinted(made: PrintedReports, words?: string): boolean {
  if (!made.ok) {
    sayTrouble(made.problem);
    return false;
  }
  download(made.fileName, made.bytes, made.type);
  if (words) toast(words);
  if (made.cut.length > 0)
    toast.warning(
      `Cut off at the end, since there is more than the part of a page holds: ${listed(fewOf(made.cut, MOST_NAMED))}. Put fewer to a page in a copy of the design, and print these again.`,
      { duration: Number.POSITIVE_INFINITY },
    );
  return true;
}
