import type { VineDatabase } from "@/store/vineDatabase";
import type { Dependencies } from "../open/dependencies";

/** What handing over works with. */
export interface HandingOver {
  readonly around: Dependencies;
  readonly database: VineDatabase;
}
