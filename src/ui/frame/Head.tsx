"use client";
import { EyeOff } from "lucide-react";
import type { ReactNode } from "react";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";
import { COVER_KEY, useCover } from "./CoverProvider";
import { NothingLeavesSwitch } from "./NothingLeavesSwitch";

interface HeadProps {
  readonly title: string;
  /** What the screen is about: a class, a term, a count. */
  readonly about?: ReactNode;
  /** The one main action. */
  readonly children?: ReactNode;
}

/** One line on top of every screen: it says whether letters can leave this computer, and below it why they don't. */
export function Head({ title, about, children }: HeadProps) {
  const { covered, toggle } = useCover();
  const { trouble: postTrouble, status } = usePostLine();
  const { trouble: ownTrouble } = useVine();
  return (
    <>
      <header className="head">
        <h1>{title}</h1>
        <div className="head-about quiet">
          {typeof about === "string" ? <span className="head-words">{about}</span> : about}
        </div>
        {status?.post === "relay" ? (
          <div className="ribbon is-real">Real: letters leave this computer</div>
        ) : (
          <div className="ribbon">Practice: nothing leaves this computer</div>
        )}
        <NothingLeavesSwitch id="nothing-leaves-head" />
        <button
          type="button"
          className="btn btn-outline-secondary btn-sm"
          aria-pressed={covered}
          onClick={toggle}
          title={`Cover names and figures (${COVER_KEY})`}
        >
          <EyeOff size={16} aria-hidden /> {covered ? "Uncover" : "Cover"}
        </button>
        {children}
      </header>
      {[ownTrouble, postTrouble].map(
        (trouble) =>
          trouble && (
            <p className="head-trouble" role="alert" key={trouble}>
              {trouble}
            </p>
          ),
      )}
    </>
  );
}
