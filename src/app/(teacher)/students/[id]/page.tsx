import { StudentSheetScreen } from "@/ui/opening/screens";

interface Where {
  params: Promise<{ id: string }>;
}

export default async function Page({ params }: Where) {
  return <StudentSheetScreen studentId={decodeURIComponent((await params).id)} />;
}
