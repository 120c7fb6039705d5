"use client";
import { Button } from "react-bootstrap";
import { type BroughtIn, broughtInName } from "@/core/change/broughtIn";
import { failureWords } from "@/ui/shared/failureWords";
import { sayTrouble } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";

/** Takes back what was brought in, or applies it again. */
export function TurnBroughtIn({ record }: { record: BroughtIn }) {
  const { office } = useVine();
  const turn = async () => {
    try {
      const done = await office.turnBroughtIn(record.id);
      if (!done.ok) sayTrouble(done.problem);
    } catch (cause) {
      sayTrouble(failureWords(cause));
    }
  };
  return (
    <Button size="sm" variant="outline-primary" onClick={turn}>
      {record.takenBackAt === undefined ? "Take back" : "Apply again"}
      <span className="visually-hidden"> {broughtInName(record)}</span>
    </Button>
  );
}
