import { serverRuntime } from "@/post/serverRuntime";
import { ViewPageScreen } from "@/ui/family/ViewPageScreen";

export const metadata = { title: "Your view", robots: "noindex" };

/** The page of a class link: a number and the class code say who it is. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ViewPageScreen found={await (await serverRuntime()).views.shown((await params).id)} token="" />;
}
