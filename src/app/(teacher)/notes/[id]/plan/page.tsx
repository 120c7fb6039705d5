import { PlanScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PlanScreen noteId={(await params).id} />;
}
