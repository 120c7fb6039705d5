import { GradebookScreen } from "@/ui/gradebook/GradebookScreen";

export default function Page() {
  return <GradebookScreen />;
}
