import { GradebookScreen } from "@/ui/opening/screens";

interface PageProps {
  searchParams: Promise<{ class?: string; assignment?: string }>;
}

export default async function Page({ searchParams }: PageProps) {
  const { class: classId, assignment } = await searchParams;
  return <GradebookScreen key={`${classId}/${assignment}`} classId={classId} assignmentId={assignment} />;
}
