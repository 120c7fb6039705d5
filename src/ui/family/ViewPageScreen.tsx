import type { KeptView, ShownViewPage } from "@/core/marking/viewPage";
import { FamilyPage } from "./FamilyPage";
import { ViewForm } from "./ViewForm";

interface ViewPageScreenProps {
  /** None where there is no such page, or the link is not one of its own. */
  readonly found: { readonly page: ShownViewPage; readonly by: KeptView["by"] } | undefined;
  readonly token: string;
}

/** The page on which somebody says how they see an assignment. */
export function ViewPageScreen({ found, token }: ViewPageScreenProps) {
  return (
    <FamilyPage>
      {found?.page.isOpen ? (
        <ViewForm page={found.page} by={found.by} token={token} />
      ) : (
        <>
          <h1>This page is {found ? "closed" : "not here"}</h1>
          <p className="mt-3">
            {found
              ? "Nothing more is taken. Please ask the teacher."
              : "The link may have been cut short. Please ask the teacher for it."}
          </p>
        </>
      )}
    </FamilyPage>
  );
}
