"use client";
import { useEffect, useMemo, useState, useSyncExternalStore } from "react";
import type { Note } from "@/core/model/note";
import { NoteEditing, type NoteEditingState } from "@/office/changes/noteEditing";
import { useUnkept } from "@/ui/shared/LeavingProvider";
import { useVine } from "@/ui/shared/VineContext";

/** A note while its workspace is open; what is not kept yet is kept when it is left. */
export function useNoteEditing(initial: Note) {
  const { office } = useVine();
  const [editing, setEditing] = useState<NoteEditing>();
  useEffect(() => {
    const begun = new NoteEditing(office, initial);
    setEditing(begun);
    const keepNow = () => void begun.keepNow();
    window.addEventListener("pagehide", keepNow);
    return () => {
      window.removeEventListener("pagehide", keepNow);
      begun.close();
    };
  }, [office, initial]);
  const idle = useMemo<NoteEditingState>(
    () => ({ note: initial, keeping: "kept", clash: undefined, wordsFromElsewhere: 0 }),
    [initial],
  );
  const state = useSyncExternalStore(
    editing?.state.subscribe ?? noSubscription,
    editing?.state.get ?? (() => idle),
    () => idle,
  );
  useUnkept(typeof state.keeping === "object");
  const actions = useMemo(
    () => ({
      change: (part: Parameters<NoteEditing["change"]>[0]) => editing?.change(part),
      keepNow: async () => (await editing?.keepNow()) ?? false,
      takeTheirs: () => editing?.takeTheirs(),
      keepMine: () => editing?.keepMine(),
    }),
    [editing],
  );
  return { state, ...actions };
}

const noSubscription = () => () => undefined;
