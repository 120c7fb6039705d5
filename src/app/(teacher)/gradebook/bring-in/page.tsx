import { BringInScreen } from "@/ui/bring-in/BringInScreen";

export default function Page() {
  return <BringInScreen />;
}
