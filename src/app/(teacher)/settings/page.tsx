import { SettingsScreen } from "@/ui/opening/screens";

export default function Page() {
  return <SettingsScreen />;
}
