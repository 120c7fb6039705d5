import { ReportsScreen } from "@/ui/reports/ReportsScreen";

export default function Page() {
  return <ReportsScreen />;
}
