import { answer } from "@/post/edge/problem";
import { repairRuntime } from "@/post/serverRuntime";

/** Makes a new database of what can be read in a damaged one, and goes on with it. */
export const POST = () => answer(() => repairRuntime());
