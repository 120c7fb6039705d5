import * as z from "zod";

/** Why the post room can send nothing at present, whatever letter it is. */
export const troubleCauseSchema = z.enum([
  "connection",
  "greeting",
  "sign-in",
  "sender",
  "too many",
  "disk",
  "damaged",
]);
export type TroubleCause = z.infer<typeof troubleCauseSchema>;

/** Nothing leaves for a while; it is tried again by itself. Moments in ms since the epoch. */
export const postTroubleSchema = z.object({
  cause: troubleCauseSchema,
  /** What the mail server said, or the disk. */
  serverAnswer: z.string(),
  since: z.number(),
  nextAt: z.number(),
});
export type PostTrouble = z.infer<typeof postTroubleSchema>;

const WHAT: Record<TroubleCause, string> = {
  connection:
    "The mail server can’t be reached. See whether this computer is online, and whether the server’s name and port are right.",
  greeting: "The mail server does not want to talk to us now.",
  "sign-in": "The mail server did not accept the name and password. Mend them where the mail server is set.",
  sender:
    "The mail server does not take letters from your address. See whether it is the one that belongs to the sign-in.",
  "too many": "The mail server says that too much was sent for now.",
  disk: "The disk of this computer takes nothing: it is full, or can’t be written to. Make room.",
  damaged:
    "The file that holds what the post room remembers is damaged. Repair it under Settings, Mail. Your gradebook and notes are safe in this browser.",
};

/** What is wrong, what is safe and what happens next, in words. */
export function troubleWords({ cause, serverAnswer }: PostTrouble): string {
  const said = serverAnswer ? ` In its words: ${serverAnswer}` : "";
  return `${WHAT[cause]} Letters wait, none is lost, and it is tried again by itself.${said}`;
}

const WAITS_MS = [30_000, 60_000, 120_000, 300_000];
const LONGEST_WAIT_MS = 900_000;

/** How long nothing is tried after so many failures one after the other, in ms: from half a minute to a quarter of an hour. */
export function troubleWait(failures: number): number {
  return WAITS_MS[failures - 1] ?? LONGEST_WAIT_MS;
}
