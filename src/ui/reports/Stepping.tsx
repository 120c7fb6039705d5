"use client";
import { Button } from "react-bootstrap";

/** To the one before and the next one of some. */
export function Stepping({
  place,
  count,
  onPlace,
}: {
  place: number;
  count: number;
  onPlace: (place: number) => void;
}) {
  return (
    <>
      <Button size="sm" variant="outline-primary" disabled={place === 0} onClick={() => onPlace(place - 1)}>
        Before
      </Button>
      <Button size="sm" variant="outline-primary" disabled={place >= count - 1} onClick={() => onPlace(place + 1)}>
        Next
      </Button>
    </>
  );
}
