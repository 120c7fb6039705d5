"use client";
import { Form } from "react-bootstrap";
import { type ReportChoice, reportChoiceSchema } from "@/core/model/reportChoice";
import { allDesigns, asksForAssignment, designOf } from "@/core/report/designs";
import { useTitles } from "@/ui/shared/useTitles";
import { useVine } from "@/ui/shared/VineContext";

/** Which design, on which paper, and of which assignment where the design leaves that open. */
export function DesignPicker({ choice, onChange }: { choice: ReportChoice; onChange: (choice: ReportChoice) => void }) {
  const { world } = useVine();
  const design = designOf(world, choice.design, "en");
  const titles = useTitles();
  return (
    <>
      <Form.Group controlId="report-design">
        <Form.Label className="small mb-1">Report</Form.Label>
        <Form.Select
          size="sm"
          value={choice.design}
          onChange={(event) => onChange({ ...choice, design: event.target.value })}
        >
          {!design && <option value={choice.design}>a design that is not here any more</option>}
          {allDesigns(world, "en").map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {design && asksForAssignment(design) && (
        <Form.Group controlId="report-assignment">
          <Form.Label className="small mb-1">Assignment</Form.Label>
          <Form.Select
            size="sm"
            value={choice.assignment ?? ""}
            onChange={(event) => onChange({ ...choice, assignment: event.target.value || undefined })}
          >
            <option value="">the one marked last</option>
            {titles.map((title) => (
              <option key={title}>{title}</option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
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
