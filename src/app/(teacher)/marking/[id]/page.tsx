import { AssignmentMarkingScreen } from "@/ui/marking/AssignmentMarkingScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <AssignmentMarkingScreen assignmentId={decodeURIComponent((await params).id)} />;
}
