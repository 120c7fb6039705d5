import { RoundScreen } from "@/ui/record/RoundScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <RoundScreen roundId={(await params).id} />;
}
