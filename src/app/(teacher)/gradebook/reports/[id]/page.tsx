import { DesignScreen } from "@/ui/reports/design/DesignScreen";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <DesignScreen designId={(await params).id} />;
}
