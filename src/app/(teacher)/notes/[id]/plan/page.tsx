import { PlanScreen } from "@/ui/note/plan/PlanScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PlanScreen noteId={(await params).id} />;
}
