import { FamiliesScreen } from "@/ui/families/FamiliesScreen";

export default function Page() {
  return <FamiliesScreen />;
}
