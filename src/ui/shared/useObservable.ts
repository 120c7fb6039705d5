"use client";
import { useSyncExternalStore } from "react";
import type { Observable } from "@/office/open/observable";

/** What something of the office is now, drawn again with every change of it. */
export function useObservable<State>(observable: Observable<State>): State {
  return useSyncExternalStore(observable.subscribe, observable.get, observable.get);
}
