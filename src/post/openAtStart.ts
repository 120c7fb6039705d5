import type { Problem } from "./edge/problem";
import { serverRuntime } from "./serverRuntime";

/**
 * Opens the post room when the server starts. Where it can't open, the pages do all the same and say why, and whoever asks
 * next tries again; only a second server for the same folder ends at once.
 */
export async function openAtStart(): Promise<void> {
  try {
    await serverRuntime();
  } catch (cause) {
    const { code, message } = cause as Problem;
    console.error(message);
    if (code === "in use") process.exit(1);
  }
}
