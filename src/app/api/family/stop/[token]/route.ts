import { answer } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

interface Where {
  params: Promise<{ token: string }>;
}

/** Where the stop link of a letter leads: to the page of the guardian's own. Following it changes nothing yet. */
export const GET = async (_request: Request, { params }: Where) =>
  new Response(null, {
    status: 303,
    headers: { location: `/family/${encodeURIComponent((await params).token)}?say=stopped` },
  });

/** A mail program says for its reader that the letters are to stop (RFC 8058); it holds at once. */
export const POST = (_request: Request, { params }: Where) =>
  answer(async () => (await serverRuntime()).families.wish((await params).token, { confirmation: "stopped" }));
