import { serverRuntime } from "@/post/serverRuntime";
import { CardForm } from "@/ui/family/CardForm";
import { FamilyPage } from "@/ui/family/FamilyPage";

export const metadata = { title: "Contact card", robots: "noindex" };

/** The contact card as a family fills it in. */
export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const card = await (await serverRuntime()).cards.card((await params).id);
  return (
    <FamilyPage>
      {card ? (
        <CardForm card={card} />
      ) : (
        <>
          <h1>This card is not here</h1>
          <p className="mt-3">
            The link may have been cut short, or the card was taken down. Please ask the teacher for it.
          </p>
        </>
      )}
    </FamilyPage>
  );
}
