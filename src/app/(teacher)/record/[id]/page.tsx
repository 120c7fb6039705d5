import { RoundScreen } from "@/ui/opening/screens";

interface PageProps {
  params: Promise<{ id: string }>;
  searchParams: Promise<{ letter?: string }>;
}

export default async function Page({ params, searchParams }: PageProps) {
  return <RoundScreen roundId={(await params).id} letterId={(await searchParams).letter} />;
}
