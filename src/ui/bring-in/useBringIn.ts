"use client";
import { useEffect, useMemo, useSyncExternalStore } from "react";
import { BringInSession, type BringInState } from "@/office/changes/bringInSession";
import { useVine } from "@/ui/shared/VineContext";

export type BringIn = BringInState &
  Pick<BringInSession, "read" | "stop" | "choose" | "chooseForTable" | "removeTable" | "apply">;

/** Tables that are brought in, as long as the screen is there; what is not applied is taken up when it opens again. */
export function useBringIn(): BringIn {
  const { office } = useVine();
  const session = useMemo(() => new BringInSession(office), [office]);
  useEffect(() => {
    void session.takeUp();
    const unfollow = session.follow();
    return () => {
      unfollow();
      session.end();
    };
  }, [session]);
  const state = useSyncExternalStore(session.state.subscribe, session.state.get, session.state.get);
  return useMemo(
    () => ({
      ...state,
      read: (files) => session.read(files),
      stop: () => session.stop(),
      choose: (part) => session.choose(part),
      chooseForTable: (table, part) => session.chooseForTable(table, part),
      removeTable: (tableId) => session.removeTable(tableId),
      apply: () => session.apply(),
    }),
    [state, session],
  );
}
