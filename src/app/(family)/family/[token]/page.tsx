import { serverRuntime } from "@/post/serverRuntime";
import { FamilyPage } from "@/ui/family/FamilyPage";
import { WishForm } from "@/ui/family/WishForm";

export const metadata = { title: "Letters from school", robots: "noindex" };

interface PageProps {
  params: Promise<{ token: string }>;
  searchParams: Promise<{ say?: string }>;
}

/** A guardian's own page: whether, how often and in which language letters are welcome. */
export default async function Page({ params, searchParams }: PageProps) {
  const { token } = await params;
  const page = await (await serverRuntime()).families.page(token);
  const { say } = await searchParams;
  return (
    <FamilyPage>
      {page ? (
        <WishForm
          token={token}
          sender={page.sender}
          last={page.last}
          proposed={say === "confirmed" || say === "declined" || say === "stopped" ? say : undefined}
        />
      ) : (
        <>
          <h1>This link is not one of ours</h1>
          <p className="mt-3">
            It may have been cut short on the way. Please open it from the letter again, or write to the teacher.
          </p>
        </>
      )}
    </FamilyPage>
  );
}
