import { toast } from "sonner";

const TROUBLE = "trouble";

/** Says what went wrong until it is over, or said away: the last one is enough. */
export function sayTrouble(words: string): void {
  toast.error(words, { id: TROUBLE, duration: Number.POSITIVE_INFINITY });
}

/** What was tried goes now: nothing of what went wrong before holds any more. */
export function troubleIsOver(): void {
  toast.dismiss(TROUBLE);
}
