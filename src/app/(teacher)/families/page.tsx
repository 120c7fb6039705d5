import { FamiliesScreen } from "@/ui/families/FamiliesScreen";

interface PageProps {
  searchParams: Promise<{ student?: string }>;
}

export default async function Page({ searchParams }: PageProps) {
  const { student } = await searchParams;
  return <FamiliesScreen key={student} studentId={student} />;
}
