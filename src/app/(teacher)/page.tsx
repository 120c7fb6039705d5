import { DeskScreen } from "@/ui/opening/screens";

export default function Page() {
  return <DeskScreen />;
}
