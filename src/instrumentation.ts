/** Runs once when the server starts: opens the post room, so that letters held over a restart go on without a visitor. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { openAtStart } = await import("./post/openAtStart");
  await openAtStart();
}
