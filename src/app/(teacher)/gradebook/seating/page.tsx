import { SeatingScreen } from "@/ui/opening/screens";

export default function Page() {
  return <SeatingScreen />;
}
