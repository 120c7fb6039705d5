"use client";
import { useEffect, useState } from "react";
import type { ReportDraft } from "@/core/report/reportPaper";
import { counted } from "@/core/words";
import { drawPapers } from "@/office/paper/drawPapers";
import { useVine } from "@/ui/shared/VineContext";
import type { MadePaper } from "@/workers/paper/paperApi";

type Seen =
  | (Pick<Extract<MadePaper, { ok: true }>, "pages" | "boxes" | "cut"> & { readonly url: string; readonly of: string })
  | { readonly problem: string };

/** One report as it will be printed or enclosed, and how many pages it has. */
export function PaperView({ draft }: { draft: ReportDraft }) {
  const { office } = useVine();
  const [seen, setSeen] = useState<Seen>();
  const asked = JSON.stringify(draft);
  useEffect(() => {
    let url = "";
    let isWanted = true;
    const what = JSON.parse(asked) as ReportDraft;
    void drawPapers(office, [what], { title: what.fileName }, "svg").then((made) => {
      if (!isWanted) return;
      if (!made.ok) return setSeen({ problem: made.problem });
      url = URL.createObjectURL(new Blob([made.file as string], { type: "image/svg+xml" }));
      const { pages, boxes, cut } = made;
      setSeen({ url, pages, boxes, cut, of: what.fileName });
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
        {seen.pages > 1 && draft.onePage && (
          <strong className="text-danger"> It is meant for one page and runs over.</strong>
        )}
        {seen.cut.length > 0 && (
          <strong className="text-danger">
            {" "}
            It has more than its part of the page holds: the end is cut off. Put fewer students to a page in a copy of
            this design.
          </strong>
        )}
        {seen.boxes.length > 0 && (
          <strong className="text-danger">
            {" "}
            No letter shape is there for {seen.boxes.join(" ")}: boxes stand there.
          </strong>
        )}
      </figcaption>
      {/* biome-ignore lint/performance/noImgElement: a drawing made in this page, of no fixed size */}
      <img className="paper-view" src={seen.url} alt={`The report as it will be printed: ${seen.of}`} />
    </figure>
  );
}
