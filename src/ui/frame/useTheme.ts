"use client";
import { useEffect } from "react";
import { applyTheme, chosenTheme } from "./theme";

/** Light or dark, as it was chosen or as the system has it, for as long as the page is there. */
export function useTheme(): void {
  useEffect(() => {
    applyTheme(chosenTheme());
    const system = window.matchMedia("(prefers-color-scheme: dark)");
    const follow = () => applyTheme(chosenTheme());
    system.addEventListener("change", follow);
    return () => system.removeEventListener("change", follow);
  }, []);
}
