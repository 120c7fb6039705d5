"use client";
import { useState } from "react";
import { Form } from "react-bootstrap";
import { setNothingLeaves } from "@/office/rounds/nothingLeaves";
import { sayTrouble } from "@/ui/shared/trouble";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";

/** One switch that holds back everything: rounds, notes that send themselves, digests, feedback. */
export function NothingLeavesSwitch({ id }: { id: string }) {
  const { office } = useVine();
  const { status } = usePostLine();
  const [isBusy, setIsBusy] = useState(false);
  if (!status) return null;
  const isOn = status.nothingLeaves ?? false;
  const turn = async () => {
    setIsBusy(true);
    await setNothingLeaves(office, !isOn).catch((cause: Error) =>
      sayTrouble(`That could not be set: ${cause.message}`),
    );
    setIsBusy(false);
  };
  return (
    <Form.Check
      type="switch"
      id={id}
      className={`nothing-leaves ${isOn ? "is-on" : ""}`}
      label="Nothing leaves"
      title="Holds back every letter, whatever sends it, until it is turned off again"
      checked={isOn}
      disabled={isBusy}
      onChange={turn}
    />
  );
}
