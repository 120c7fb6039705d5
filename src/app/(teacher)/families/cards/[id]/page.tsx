import { CardSheetScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <CardSheetScreen cardId={(await params).id} />;
}
