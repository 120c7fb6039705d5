"use client";
import { useEffect, useState } from "react";
import type { ReportChoice } from "@/core/model/reportChoice";
import { readyMadeDesign } from "@/core/report/readyMadeDesigns";
import { type ReportDraft, runOf } from "@/core/report/reportPaper";
import { counted } from "@/core/words";
import { useVine } from "@/ui/shared/VineContext";

/** One report as it will be printed or enclosed, and how many pages it has. */
export function PaperView({ draft, choice }: { draft: ReportDraft; choice: ReportChoice }) {
  const { office } = useVine();
  const [seen, setSeen] = useState<{ url: string; pages: number; of: string } | { problem: string }>();
  const asked = JSON.stringify([draft, choice]);
  useEffect(() => {
    let url = "";
    let isWanted = true;
    const [what, how] = JSON.parse(asked) as [ReportDraft, ReportChoice];
    const { run, pictures } = runOf([what], how, { title: what.fileName, author: "", language: what.paper.language });
    void office.around.drawPaper(run, pictures, "svg").then((made) => {
      if (!isWanted) return;
      if (!made.ok) return setSeen({ problem: made.problem });
      url = URL.createObjectURL(new Blob([made.file as string], { type: "image/svg+xml" }));
      setSeen({ url, pages: made.pages, of: what.fileName });
    });
    return () => {
      isWanted = false;
      if (url) URL.revokeObjectURL(url);
    };
  }, [asked, office]);
  if (!seen) return <p className="quiet">Drawing the page. The first time takes some seconds …</p>;
  if ("problem" in seen)
    return <p className="finding is-stop">This report can’t be made: {seen.problem} Nothing was changed.</p>;
  return (
    <figure className="mb-0" data-private>
      <figcaption className="quiet small mb-2">
        {seen.of}, {counted(seen.pages, "page")}
        {seen.pages > 1 && readyMadeDesign(choice.design, "en").onePage && (
          <strong className="text-danger"> It is meant for one page and runs over.</strong>
        )}
      </figcaption>
      {/* biome-ignore lint/performance/noImgElement: a drawing made in this page, of no fixed size */}
      <img className="paper-view" src={seen.url} alt={`The report as it will be printed: ${seen.of}`} />
    </figure>
  );
}
