import { NoteScreen } from "@/ui/note/NoteScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <NoteScreen noteId={(await params).id} />;
}
