import { FamilyRecordScreen } from "@/ui/record/FamilyRecordScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <FamilyRecordScreen studentId={decodeURIComponent((await params).id)} />;
}
