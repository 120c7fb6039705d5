import { MarkingScreen } from "@/ui/opening/screens";

export default function Page() {
  return <MarkingScreen />;
}
