import type { BroughtIn } from "@/core/change/broughtIn";
import type { ChangeAbout } from "@/core/change/changeEntry";
import type { Round } from "@/core/delivery/round";
import type { ScheduledRound } from "@/core/delivery/scheduledRound";
import type { FamilyEvent } from "@/core/families/familyEvent";
import type { Day } from "@/core/model/day";
import type { World } from "@/core/model/world";
import type { ReportDraft } from "@/core/report/reportPaper";
import type { Recipe } from "@/core/tables/recipe";
import type { Commit } from "@/store/commitChange";
import type { StagedLetters } from "@/store/stageLetters";
import type { VineDatabase } from "@/store/vineDatabase";
import type { Engine } from "@/workers/engine/startEngine";
import type { MadePaper } from "@/workers/paper/paperApi";
import type { Dependencies } from "./dependencies";
import type { LineState } from "./lineState";
import type { Observable } from "./observable";
import type { Everything, OfficeState, Wanted } from "./officeState";
import type { Queries } from "./queries";
import type { Saving } from "./saving";
import type { Touch } from "./touch";

/** The office as its own parts know it: none of them imports the office that is made of them. */
export interface OfficeCore {
  readonly around: Dependencies;
  readonly database: VineDatabase;
  readonly engine: Engine;
  readonly state: Observable<OfficeState>;
  readonly read: Queries;
  readonly save: Saving;
  readonly world: World;
  readonly today: Day;
  readonly generation: number;
  readonly line: { readonly state: Observable<LineState>; wake(): void };
  readonly plans: { touch(touch: Touch): Promise<number>; wake(): void; stir(): void; tick(): Promise<void> };
  readonly backups: {
    changed(): void;
    tick(): Promise<void>;
    byHand(passphrase: string | undefined): Promise<unknown>;
  };
  readonly drawn: { of(draft: ReportDraft): Promise<MadePaper> };
  now(): number;
  commit(wanted: Wanted, about: ChangeAbout): Promise<Commit>;
  bringIn(record: Omit<BroughtIn, "id" | "appliedAt">, recipes: readonly Recipe[], screen: string): Promise<Commit>;
  upToDate(): Promise<number>;
  hearNow(): Promise<void>;
  newDay(): Promise<void>;
  takeInFamilyEvents(logId: string, events: readonly FamilyEvent[], upTo: number): Promise<void>;
  keepRound(
    round: Round,
    staged: StagedLetters,
    change: Wanted,
    screen: string,
    announced?: ScheduledRound,
  ): Promise<Commit>;
  replaceEverything(...everything: Everything): Promise<void>;
  leaveDatabase(): void;
  tellMoved(): void;
}
