import { DeskScreen } from "@/ui/desk/DeskScreen";

export default function Page() {
  return <DeskScreen />;
}
