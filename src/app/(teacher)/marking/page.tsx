import { MarkingScreen } from "@/ui/marking/MarkingScreen";

export default function Page() {
  return <MarkingScreen />;
}
