import { RecordScreen } from "@/ui/record/RecordScreen";

export default function Page() {
  return <RecordScreen />;
}
