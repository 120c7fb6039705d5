import { DesignScreen } from "@/ui/opening/screens";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <DesignScreen designId={(await params).id} />;
}
