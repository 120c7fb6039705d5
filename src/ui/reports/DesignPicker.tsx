"use client";
import { Form } from "react-bootstrap";
import { designIdSchema, type ReportChoice, reportChoiceSchema } from "@/core/model/reportChoice";
import { readyMadeDesign } from "@/core/report/readyMadeDesigns";

/** Which design, on which paper. */
export function DesignPicker({ choice, onChange }: { choice: ReportChoice; onChange: (choice: ReportChoice) => void }) {
  return (
    <>
      <Form.Group controlId="report-design">
        <Form.Label className="small mb-1">Report</Form.Label>
        <Form.Select
          size="sm"
          value={choice.design}
          onChange={(event) => onChange({ ...choice, design: designIdSchema.parse(event.target.value) })}
        >
          {designIdSchema.options.map((id) => (
            <option key={id} value={id}>
              {readyMadeDesign(id, "en").name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="report-paper">
        <Form.Label className="small mb-1">Paper</Form.Label>
        <Form.Select
          size="sm"
          value={choice.paper}
          onChange={(event) => onChange(reportChoiceSchema.parse({ ...choice, paper: event.target.value }))}
        >
          <option value="a4">A4</option>
          <option value="us-letter">Letter</option>
        </Form.Select>
      </Form.Group>
    </>
  );
}
