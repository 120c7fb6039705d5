"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { Button } from "react-bootstrap";
import { adding } from "@/core/change/change";
import type { PageDesign } from "@/core/model/pageDesign";
import { designOf, isReadyMade } from "@/core/report/designs";
import { copyOfDesign, emptyDesign } from "@/core/report/readyMadeDesigns";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** What can be done with a design: change one's own, begin with a copy of any, or with an empty page. */
export function DesignActions({ designId }: { designId: string }) {
  const { world, office, now } = useVine();
  const change = useChange();
  const router = useRouter();
  const own = world.pageDesigns.get(designId);
  const begin = async (make: (made: { id: string; now: number }) => PageDesign) => {
    const design = make({ id: office.around.newId(), now: now() });
    if (await change(adding("pageDesigns", [design]), `The design “${design.name}” was added.`))
      router.push(`/gradebook/reports/${encodeURIComponent(design.id)}`);
  };
  const copy = () => {
    const design = designOf(world, designId, "en");
    if (!design) return;
    const name = `${design.name} of my own`;
    void begin((made) =>
      own ? { ...own, id: made.id, name: `${own.name}, copy`, changedAt: made.now } : copyOfDesign(design, name, made),
    );
  };
  return (
    <div className="d-flex flex-wrap gap-2">
      {own && (
        <Link className="btn btn-sm btn-outline-primary" href={`/gradebook/reports/${encodeURIComponent(own.id)}`}>
          Change this design
        </Link>
      )}
      {(own || isReadyMade(designId)) && (
        <Button size="sm" variant={own ? "link" : "outline-primary"} onClick={copy}>
          Change a copy
        </Button>
      )}
      <Button size="sm" variant="link" onClick={() => begin((made) => emptyDesign("My report", made))}>
        Begin with an empty page
      </Button>
    </div>
  );
}
