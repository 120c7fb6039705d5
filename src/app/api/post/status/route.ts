import { house } from "@/post/house";
import { answer } from "@/post/problem";

/** Whether letters stay on this computer, and how many are waiting. */
export const GET = () => answer(async () => (await house()).postRoom.status());
