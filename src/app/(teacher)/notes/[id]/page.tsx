import { NoteScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <NoteScreen noteId={(await params).id} />;
}
