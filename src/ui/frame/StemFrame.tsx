"use client";
import {
  Archive,
  BookOpenText,
  Feather,
  House,
  Inbox,
  type LucideIcon,
  PenLine,
  Search,
  Settings2,
  Sprout,
  UsersRound,
} from "lucide-react";
import Link from "next/link";
import { usePathname } from "next/navigation";
import type { ReactNode } from "react";
import { FIND_KEY } from "@/ui/shared/findKey";

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

interface StemFrameProps {
  /** The data is not there yet: steps can be chosen, and nothing can be found. */
  readonly isOpening?: boolean;
  readonly isNarrow?: boolean;
  /** What is to be looked at, by step. */
  readonly counts?: Readonly<Record<string, number>>;
  readonly onFind?: () => void;
  /** What stands below the steps. */
  readonly children?: ReactNode;
}

/** The steps of the job in their order, as nodes on one line. */
export function StemFrame({ isOpening = false, isNarrow = false, counts = {}, onFind, children }: StemFrameProps) {
  return (
    <nav
      className={`stem ${isNarrow ? "is-narrow" : ""} ${isOpening ? "is-opening" : ""}`}
      aria-label="Steps"
      aria-busy={isOpening}
    >
      <div className="stem-name">
        <Sprout size={20} aria-hidden className="me-1" />
        <span>Vine Note</span>
      </div>
      <button
        type="button"
        className="btn btn-outline-secondary btn-sm text-start stem-find"
        title={`Find anybody and anything (${FIND_KEY})`}
        disabled={isOpening}
        onClick={onFind}
      >
        <Search size={16} aria-hidden /> <span className="stem-word">Find ({FIND_KEY})</span>
      </button>
      <ol className="is-line">
        {STEPS.map((step) => (
          <StemNode key={step.href} step={step} count={counts[step.href] ?? 0} isOpening={isOpening} />
        ))}
      </ol>
      <ol className="mt-auto pt-4">
        {APART.map((step) => (
          <StemNode key={step.href} step={step} count={0} isOpening={isOpening} />
        ))}
      </ol>
      {children}
    </nav>
  );
}

interface StemNodeProps {
  readonly step: Step;
  readonly count: number;
  readonly isOpening: boolean;
}

function StemNode({ step: { href, word, icon: Icon }, count, isOpening }: StemNodeProps) {
  const path = usePathname();
  // A student’s sheet belongs to the families.
  const of = path.startsWith("/students") ? "/families" : path;
  const here = href === "/" ? of === "/" : of.startsWith(href);
  return (
    <li>
      <Link
        className="stem-node"
        href={href}
        prefetch={isOpening ? false : null}
        aria-current={here ? "page" : undefined}
      >
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
