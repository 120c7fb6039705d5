import { NotesScreen } from "@/ui/note/NotesScreen";

export default function Page() {
  return <NotesScreen />;
}
