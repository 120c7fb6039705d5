import { SeatingScreen } from "@/ui/seating/SeatingScreen";

export default function Page() {
  return <SeatingScreen />;
}
