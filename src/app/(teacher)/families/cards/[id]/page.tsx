import { CardSheetScreen } from "@/ui/families/CardSheetScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <CardSheetScreen cardId={(await params).id} />;
}
