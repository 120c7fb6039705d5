import type { PostStatus } from "@/core/delivery/postEvent";

/** How the line to the post room is. */
export interface LineState {
  /** Why letters can't be handed over or can't leave at present, in words. */
  readonly trouble: string | undefined;
  /** What the post room is connected to and how much it lets go; none before it has answered. */
  readonly status: PostStatus | undefined;
}
