import { PracticeScreen } from "@/ui/practice/PracticeScreen";

export default function Page() {
  return <PracticeScreen />;
}
