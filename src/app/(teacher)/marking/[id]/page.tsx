import { AssignmentMarkingScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <AssignmentMarkingScreen assignmentId={decodeURIComponent((await params).id)} />;
}
