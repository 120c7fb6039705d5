import { type Guardian, wantsNoLetters } from "../model/guardian";
import { isGoodAddress } from "./isGoodAddress";

export type Reachability = "can be reached" | "no address" | "address is not one" | "asked not to be written to";

/** Whether a guardian can be written to, and why not. */
export function reachabilityOf(guardian: Guardian): Reachability {
  if (wantsNoLetters(guardian)) return "asked not to be written to";
  const [address] = guardian.addresses;
  if (!address) return "no address";
  return isGoodAddress(address) ? "can be reached" : "address is not one";
}
