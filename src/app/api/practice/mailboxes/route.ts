import { answer } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Every family's mailbox that has got a letter. */
export const GET = () => answer(async () => (await house()).maildir.mailboxes());

/** Empties all of them. */
export const DELETE = () => answer(async () => (await house()).maildir.reset());
