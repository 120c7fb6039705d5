"use client";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { sayTrouble } from "@/ui/shared/trouble";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** Says of a demo school that it is one, with the way to one's own. */
export function MadeUpLine() {
  const { office } = useVine();
  const isMadeUp = useKept((read) => read.isMadeUp(), []) === true;
  const [asked, setAsked] = useState(false);
  if (!isMadeUp) return null;
  const begin = () => office.emptyEverything().catch((cause: Error) => sayTrouble(cause.message));
  return (
    <p className="made-up" role="note">
      <span>
        {asked
          ? "Everything in this browser is emptied, with what you tried out here. The demo school does not come back by itself."
          : "This is a demo school: everybody in it is made up, and nothing leaves this computer."}
      </span>
      {asked && (
        <Button size="sm" variant="link" onClick={() => setAsked(false)}>
          Stay here
        </Button>
      )}
      <Button size="sm" variant="outline-primary" onClick={() => (asked ? void begin() : setAsked(true))}>
        {asked ? "Empty it and begin" : "Begin with my own …"}
      </Button>
    </p>
  );
}
