"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import { Button } from "react-bootstrap";
import { unaskedGuardians } from "@/core/families/askingLetter";
import { mergeGuardians, mergeStudents } from "@/core/families/editFamily";
import { type LikelyDuplicate, likelyDuplicates } from "@/core/families/likelyDuplicates";
import { reachabilityOf } from "@/core/matching/reachability";
import { fullName } from "@/core/model/student";
import { counted } from "@/core/words";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { AskDialog } from "./AskDialog";
import { ListsDialog } from "./ListsDialog";
import { PatternDialog } from "./PatternDialog";

/** What concerns all families: who can be reached, who said yes, contact cards, lists. */
export function OverviewPanel({ classId }: { classId: string }) {
  const { world } = useVine();
  const [open, setOpen] = useState<"ask" | "lists" | "pattern">();
  const reach = useMemo(() => countReach([...world.guardians.values()].map(reachabilityOf)), [world.guardians]);
  const said = useMemo(
    () => countReach([...world.guardians.values()].map(({ confirmation }) => confirmation)),
    [world.guardians],
  );
  const unasked = useMemo(() => unaskedGuardians(world).length, [world]);
  const waiting = useKept((read) => read.waitingAnswers(), [])?.length ?? 0;
  return (
    <div className="d-grid gap-3">
      <section className="sheet" aria-labelledby="reach">
        <h2 id="reach">Who can be reached</h2>
        <ul className="lines">
          {(["can be reached", "no address", "address is not one", "asked not to be written to"] as const).map(
            (words) =>
              (reach.get(words) ?? 0) > 0 && (
                <li key={words}>
                  <span className="line-main">{counted(reach.get(words) ?? 0, "guardian")}</span>
                  <span className={words === "can be reached" ? "tag is-well" : "tag is-look"}>{words}</span>
                </li>
              ),
          )}
        </ul>
      </section>
      <section className="sheet" aria-labelledby="welcome">
        <h2 id="welcome">Whether letters are welcome</h2>
        <p className="small quiet mt-1">
          {counted(said.get("confirmed") ?? 0, "guardian")} said yes, {said.get("asked") ?? 0} asked without an answer
          yet, {(said.get("declined") ?? 0) + (said.get("stopped") ?? 0)} said no and are never written to.
        </p>
        <Button size="sm" variant="outline-primary" className="mt-2" onClick={() => setOpen("ask")}>
          {unasked > 0 ? `Ask ${counted(unasked, "guardian")}` : "Ask again"}
        </Button>
      </section>
      <section className="sheet" aria-labelledby="cards">
        <h2 id="cards">Contact cards</h2>
        <p className="small quiet mt-1">
          A short form that families fill in on a phone.{" "}
          {waiting > 0 && <strong>{counted(waiting, "answer")} to take in.</strong>}
        </p>
        <Link className="btn btn-outline-primary btn-sm mt-2" href="/families/cards">
          {waiting > 0 ? "Take answers in" : "Open the cards"}
        </Link>
      </section>
      <section className="sheet" aria-labelledby="lists">
        <h2 id="lists">Lists and addresses</h2>
        <div className="d-flex flex-wrap gap-2 mt-2">
          <Button size="sm" variant="outline-primary" onClick={() => setOpen("lists")}>
            Copy or export a list
          </Button>
          <Button size="sm" variant="outline-primary" onClick={() => setOpen("pattern")}>
            Build addresses
          </Button>
        </div>
      </section>
      <Duplicates />
      {open === "ask" && <AskDialog onClose={() => setOpen(undefined)} />}
      {open === "lists" && <ListsDialog classId={classId} onClose={() => setOpen(undefined)} />}
      {open === "pattern" && <PatternDialog classId={classId} onClose={() => setOpen(undefined)} />}
    </div>
  );
}

function countReach<Word extends string>(words: readonly Word[]): Map<Word, number> {
  const counts = new Map<Word, number>();
  for (const word of words) counts.set(word, (counts.get(word) ?? 0) + 1);
  return counts;
}

const MOST_DUPLICATES = 8;

/** Pairs that are likely one person, each with the way to make one of them. */
function Duplicates() {
  const { world } = useVine();
  const change = useChange();
  const pairs = useMemo(() => likelyDuplicates(world), [world]);
  if (pairs.length === 0) return null;
  const merge = ({ kind, ids: [first, second] }: LikelyDuplicate) => {
    if (kind === "guardians") {
      const [kept, gone] = [world.guardians.get(first), world.guardians.get(second)];
      if (kept && gone)
        void change((now) => mergeGuardians(kept, gone, now), `${fullName(kept)} was made one person of two.`);
    } else {
      const [kept, gone] = [world.students.get(first), world.students.get(second)];
      if (kept && gone)
        void change((now) => mergeStudents(kept, gone, now), `${fullName(kept)} was made one person of two.`);
    }
  };
  return (
    <section className="sheet" aria-labelledby="duplicates">
      <h2 id="duplicates">Likely the same person</h2>
      <ul className="lines">
        {pairs.slice(0, MOST_DUPLICATES).map((pair) => {
          const known = world[pair.kind].get(pair.ids[0]);
          const name = known ? fullName(known) : "";
          return (
            <li key={pair.ids.join("|")}>
              <div className="line-main">
                <span data-private>{name}</span>
                <div className="quiet small">twice, with {pair.because}</div>
              </div>
              <Button size="sm" variant="outline-primary" onClick={() => merge(pair)}>
                Make one<span className="visually-hidden"> of {name}</span>
              </Button>
            </li>
          );
        })}
      </ul>
      {pairs.length > MOST_DUPLICATES && <p className="quiet small">and {pairs.length - MOST_DUPLICATES} more pairs</p>}
    </section>
  );
}
