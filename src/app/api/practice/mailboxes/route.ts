import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Every family's mailbox that has got a letter. */
export const GET = () => answer(async () => (await serverRuntime()).mailboxes.mailboxes());

/** Empties all of them, and gives back the room that they took. */
export const DELETE = () =>
  answer(async () => {
    const { mailboxes, database } = await serverRuntime();
    await mailboxes.reset();
    await database.scrub();
  });
