import { PracticeScreen } from "@/ui/opening/screens";

export default function Page() {
  return <PracticeScreen />;
}
