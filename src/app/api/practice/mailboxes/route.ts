import { house } from "@/post/house";
import { answer } from "@/post/problem";

/** Every family's mailbox that has got a letter. */
export const GET = () => answer(async () => (await house()).maildir.mailboxes());

/** Empties all of them. */
export const DELETE = () => answer(async () => (await house()).maildir.reset());
