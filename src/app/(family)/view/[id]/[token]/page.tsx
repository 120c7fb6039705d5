import { serverRuntime } from "@/post/serverRuntime";
import { ViewPageScreen } from "@/ui/family/ViewPageScreen";

export const metadata = { title: "Your view", robots: "noindex" };

/** The page of a personal link, or of the one who presents. */
export default async function Page({ params }: { params: Promise<{ id: string; token: string }> }) {
  const { id, token } = await params;
  return <ViewPageScreen found={await (await serverRuntime()).views.shown(id, token)} token={token} />;
}
