"use client";
import { createContext, type ReactNode, useCallback, useContext, useState } from "react";
import { useWindowKeys } from "@/ui/shared/useWindowKeys";

interface Cover {
  readonly covered: boolean;
  toggle(): void;
}

const CoverContext = createContext<Cover>({ covered: false, toggle: () => undefined });

/** The key that covers names and figures, anywhere. */
export const COVER_KEY = "F9";

/** Hides names and figures while others can see the screen. Everything marked as private is covered by the theme. */
export function CoverProvider({ children }: { children: ReactNode }) {
  const [covered, setCovered] = useState(false);
  const toggle = useCallback(() => setCovered((now) => !now), []);
  useWindowKeys((event) => {
    if (event.key !== COVER_KEY) return;
    event.preventDefault();
    toggle();
  });
  return (
    <CoverContext value={{ covered, toggle }}>
      <div className={covered ? "covered" : undefined}>{children}</div>
    </CoverContext>
  );
}

export function useCover(): Cover {
  return useContext(CoverContext);
}
