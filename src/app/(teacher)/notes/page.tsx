import { NotesScreen } from "@/ui/opening/screens";

export default function Page() {
  return <NotesScreen />;
}
