import { CardsScreen } from "@/ui/opening/screens";

export default function Page() {
  return <CardsScreen />;
}
