import { FamiliesScreen } from "@/ui/opening/screens";

interface PageProps {
  searchParams: Promise<{ student?: string }>;
}

export default async function Page({ searchParams }: PageProps) {
  const { student } = await searchParams;
  return <FamiliesScreen key={student} studentId={student} />;
}
