import { viewLinksRequestSchema } from "@/core/marking/viewPage";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** The tokens of links to a page for views, for some students. */
export const POST = (request: Request) =>
  answer(async () => {
    const { pageId, studentIds } = await readBody(request, viewLinksRequestSchema);
    return { links: (await serverRuntime()).views.links(pageId, studentIds) };
  });
