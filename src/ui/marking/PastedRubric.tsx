"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { readRubric } from "@/core/marking/readRubric";
import type { Criterion } from "@/core/model/criterion";

interface PastedRubricProps {
  /** Criteria of the same name stay the same ones. */
  readonly before: readonly Criterion[];
  readonly newId: () => string;
  readonly onRead: (criteria: Criterion[]) => void;
}

/** Reads criteria from a table, or from lines that are typed. */
export function PastedRubric({ before, newId, onRead }: PastedRubricProps) {
  const [pasted, setPasted] = useState("");
  const read = readRubric(pasted, before, newId);
  return (
    <div>
      <Form.Label htmlFor="rubric-paste" className="small">
        Paste a table from a spreadsheet: the levels in the first row, with their points in brackets, then a criterion a
        row with its sentences. Or type a criterion a line: “Method: beginning (1), secure (3)”.
      </Form.Label>
      <Form.Control
        id="rubric-paste"
        as="textarea"
        rows={4}
        value={pasted}
        onChange={(event) => setPasted(event.target.value)}
        aria-describedby="rubric-paste-problem"
      />
      <div id="rubric-paste-problem" className="small text-danger" role="status">
        {pasted.trim() && !read.ok && `“${read.line}”: ${read.problem}`}
      </div>
      <Button
        size="sm"
        className="mt-2"
        disabled={!read.ok || read.criteria.length === 0}
        onClick={() => read.ok && onRead(read.criteria)}
      >
        Put it in the place of these
      </Button>
    </div>
  );
}
