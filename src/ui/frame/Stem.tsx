"use client";
import {
  Archive,
  BookOpenText,
  Feather,
  House,
  Inbox,
  type LucideIcon,
  PanelLeft,
  PenLine,
  Search,
  Settings2,
  Sprout,
  Undo2,
  UsersRound,
} from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { useState } from "react";
import { FIND_KEY } from "@/ui/shared/findKey";
import { useHalfDone } from "@/ui/shared/useHalfDone";
import { useKept } from "@/ui/shared/useKept";
import { ChangesDialog } from "./ChangesDialog";

interface Step {
  readonly href: string;
  readonly word: string;
  readonly icon: LucideIcon;
}

const STEPS: readonly Step[] = [
  { href: "/", word: "Desk", icon: House },
  { href: "/families", word: "Families", icon: UsersRound },
  { href: "/gradebook", word: "Gradebook", icon: BookOpenText },
  { href: "/marking", word: "Marking", icon: PenLine },
  { href: "/notes", word: "Notes", icon: Feather },
  { href: "/record", word: "Record", icon: Archive },
];
const APART: readonly Step[] = [
  { href: "/practice", word: "Practice post", icon: Inbox },
  { href: "/settings", word: "Settings", icon: Settings2 },
];

/** The steps of the job in their order, as nodes on one line. */
export function Stem({ onFind }: { onFind: () => void }) {
  const [narrow, setNarrow] = useState(false);
  const [listing, setListing] = useState(false);
  const troubled = useKept((read) => read.troubledLetters(), [])?.length ?? 0;
  const answers = useKept((read) => read.waitingAnswers(), [])?.length ?? 0;
  const halfDone = useHalfDone().length;
  const counts: Record<string, number> = { "/record": troubled, "/families": answers, "/marking": halfDone };
  return (
    <nav className={`stem ${narrow ? "is-narrow" : ""}`} aria-label="Steps">
      <div className="stem-name">
        <Sprout size={20} aria-hidden className="me-1" />
        <span>Vine Note</span>
      </div>
      <button
        type="button"
        className="btn btn-outline-secondary btn-sm text-start stem-find"
        title={`Find anybody and anything (${FIND_KEY})`}
        onClick={onFind}
      >
        <Search size={16} aria-hidden /> <span className="stem-word">Find ({FIND_KEY})</span>
      </button>
      <ol className="is-line">
        {STEPS.map((step) => (
          <StemNode key={step.href} step={step} count={counts[step.href] ?? 0} />
        ))}
      </ol>
      <ol className="mt-auto pt-4">
        {APART.map((step) => (
          <StemNode key={step.href} step={step} count={0} />
        ))}
      </ol>
      <button type="button" className="btn btn-link quiet small text-start stem-tool" onClick={() => setListing(true)}>
        <Undo2 size={16} aria-hidden /> <span className="stem-word">Changes</span>
      </button>
      {listing && <ChangesDialog onClose={() => setListing(false)} />}
      <button
        type="button"
        className="btn btn-link quiet small text-start stem-tool"
        onClick={() => setNarrow(!narrow)}
        aria-pressed={narrow}
      >
        <PanelLeft size={16} aria-hidden /> <span className="stem-word">{narrow ? "Show words" : "Icons only"}</span>
      </button>
    </nav>
  );
}

function StemNode({ step: { href, word, icon: Icon }, count }: { step: Step; count: number }) {
  const path = usePathname();
  // A student’s sheet belongs to the families.
  const of = path.startsWith("/students") ? "/families" : path;
  const here = href === "/" ? of === "/" : of.startsWith(href);
  return (
    <li>
      <Link className="stem-node" href={href} aria-current={here ? "page" : undefined}>
        <Icon size={18} aria-hidden />
        <span className="stem-word">{word}</span>
        {count > 0 && (
          <span className="stem-count">
            {count}
            <span className="visually-hidden"> to look at</span>
          </span>
        )}
      </Link>
    </li>
  );
}
