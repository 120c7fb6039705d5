import { BringInScreen } from "@/ui/opening/screens";

export default function Page() {
  return <BringInScreen />;
}
