"use client";
import type { CSSProperties } from "react";
import { isEmptyHead } from "@/core/model/letterHead";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { useVine } from "./VineContext";

/** The head of letters, as it stands above them; nothing where none was written. */
export function LetterHeadView() {
  const { world } = useVine();
  const { schoolName, letterHead } = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  if (!letterHead || isEmptyHead(schoolName, letterHead)) return null;
  const { picture, line, accent } = letterHead;
  return (
    <div className="letter-head" style={{ "--accent": accent } as CSSProperties}>
      {/* biome-ignore lint/performance/noImgElement: it is in the settings themselves, nothing is loaded */}
      {picture && <img src={picture.src} alt="" width={picture.width} />}
      <div>
        <div className="letter-head-name">{schoolName}</div>
        {line && <div className="quiet small">{line}</div>}
      </div>
    </div>
  );
}
