import { CardsScreen } from "@/ui/families/CardsScreen";

export default function Page() {
  return <CardsScreen />;
}
