import { FamilyRecordScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <FamilyRecordScreen studentId={decodeURIComponent((await params).id)} />;
}
