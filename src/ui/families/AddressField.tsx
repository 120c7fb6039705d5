"use client";
import { useMemo } from "react";
import { Form } from "react-bootstrap";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { countDomains, likelySlip } from "@/core/matching/likelySlip";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

interface AddressFieldProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (address: string) => void;
  /** Said under the field while nothing is wrong. */
  readonly hint?: string;
  readonly autoFocus?: boolean;
  readonly hidesLabel?: boolean;
}

/** An address, checked as one types; a likely slip in its domain is offered to be mended. */
export function AddressField({ id, label, value, onChange, hint, autoFocus, hidesLabel }: AddressFieldProps) {
  const domains = useDomains();
  const typed = value.trim();
  const isBad = typed !== "" && !isGoodAddress(typed);
  const failure = useKept((read) => read.lastFailure(typed), [typed]);
  const slip = typed ? likelySlip(typed, domains) : undefined;
  return (
    <div>
      <Form.Label htmlFor={id} className={hidesLabel ? "visually-hidden" : "small mb-1"}>
        {label}
      </Form.Label>
      <Form.Control
        id={id}
        size="sm"
        autoFocus={autoFocus}
        autoComplete="off"
        spellCheck={false}
        value={value}
        isInvalid={isBad}
        aria-describedby={`${id}-words`}
        onChange={(event) => onChange(event.target.value)}
      />
      <Form.Text id={`${id}-words`} className={isBad ? "text-danger" : ""} role="status">
        {slip ? (
          <>
            {isBad ? "This is not an address yet. " : "A slip? "}
            <button type="button" className="btn btn-link btn-sm" onClick={() => onChange(slip)}>
              Use {slip}
            </button>
          </>
        ) : isBad ? (
          "This is not an address yet. It should look like name@place.example."
        ) : failure ? (
          <span className="text-danger">
            The last letter here {failure.state === "refused" ? "was refused" : "came back"}
            {failure.serverAnswer && `: ${failure.serverAnswer}`}
          </span>
        ) : (
          hint
        )}
      </Form.Text>
    </div>
  );
}

/** How often each domain stands among the families' addresses. */
function useDomains(): ReadonlyMap<string, number> {
  const { world } = useVine();
  return useMemo(
    () => countDomains([...world.guardians.values()].flatMap(({ addresses }) => addresses)),
    [world.guardians],
  );
}
