import { NotesScreen } from "@/ui/note/library/NotesScreen";

export default function Page() {
  return <NotesScreen />;
}
