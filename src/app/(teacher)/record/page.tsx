import { RecordScreen } from "@/ui/opening/screens";

export default function Page() {
  return <RecordScreen />;
}
