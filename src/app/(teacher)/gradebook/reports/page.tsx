import { ReportsScreen } from "@/ui/opening/screens";

export default function Page() {
  return <ReportsScreen />;
}
