"use client";
import { type ReactNode, useState } from "react";
import { Button, Form } from "react-bootstrap";

interface AddByNameProps {
  /** What is added: "checklist". */
  readonly what: string;
  readonly placeholder: string;
  readonly startsForAll: boolean;
  readonly isThere: (name: string) => boolean;
  readonly onAdd: (name: string, forAll: boolean) => void;
  /** What else is to be said of it. */
  readonly children?: ReactNode;
}

/** Adds something that goes by a name, for one class or for all. */
export function AddByName({ what, placeholder, startsForAll, isThere, onAdd, children }: AddByNameProps) {
  const [name, setName] = useState("");
  const [forAll, setForAll] = useState(startsForAll);
  const isDoubled = isThere(name);
  return (
    <Form
      className="d-grid gap-2 mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!name.trim() || isDoubled) return;
        onAdd(name.trim(), forAll);
        setName("");
      }}
    >
      <Form.Control
        size="sm"
        aria-label={`Name of a new ${what}`}
        placeholder={placeholder}
        value={name}
        isInvalid={isDoubled}
        onChange={(event) => setName(event.target.value)}
      />
      <Form.Control.Feedback type="invalid">There is one of this name already.</Form.Control.Feedback>
      {children}
      <Form.Check
        id={`${what.replace(/\s/g, "-")}-for-all`}
        className="small"
        label="For all classes"
        checked={forAll}
        onChange={(event) => setForAll(event.target.checked)}
      />
      <Button type="submit" size="sm" variant="outline-primary" disabled={!name.trim() || isDoubled}>
        Add {/^[aeiou]/.test(what) ? "an" : "a"} {what}
      </Button>
    </Form>
  );
}
