"use client";
import { Form } from "react-bootstrap";
import type { TableChoices } from "@/core/tables/tableChoices";
import type { TableView } from "@/workers/bringIn/tableView";

const ENCODINGS = ["utf-8", "windows-1252", "windows-1250", "windows-1251", "windows-1254", "windows-1258", "utf-16le"];
const DELIMITERS: readonly (readonly [string, string])[] = [
  [",", "commas"],
  [";", "semicolons"],
  ["\t", "tabs"],
  ["|", "bars"],
  ["  ", "spaces"],
];

interface ReadingChoicesProps {
  readonly table: TableView;
  readonly onChange: (part: TableChoices) => void;
  /** Where the controls stand, so that those of an open table and of its card are told apart. */
  readonly place?: string;
}

/** How a file became cells, and where its headings are; each guess can be changed, and the first rows show what it does. */
export function ReadingChoices({ table, onChange, place = "table" }: ReadingChoicesProps) {
  const { encoding = "", delimiter = "" } = table.reading ?? {};
  const encodings = ENCODINGS.includes(encoding) ? ENCODINGS : [encoding, ...ENCODINGS];
  return (
    <>
      {table.reading && (
        <>
          <Form.Group controlId={`${place}-encoding`}>
            <Form.Label className="small mb-1">Letters</Form.Label>
            <Form.Select size="sm" value={encoding} onChange={(event) => onChange({ encoding: event.target.value })}>
              {encodings.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId={`${place}-delimiter`}>
            <Form.Label className="small mb-1">Cells parted by</Form.Label>
            <Form.Select size="sm" value={delimiter} onChange={(event) => onChange({ delimiter: event.target.value })}>
              {DELIMITERS.map(([sign, words]) => (
                <option key={sign} value={sign}>
                  {words}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId={`${place}-decimals`}>
            <Form.Label className="small mb-1">Decimals after</Form.Label>
            <Form.Select
              size="sm"
              value={table.decimalSign ?? ""}
              onChange={(event) => onChange({ decimalSign: event.target.value === "," ? "," : "." })}
            >
              <option value="" disabled>
                not seen
              </option>
              <option value=".">a point: 9.5</option>
              <option value=",">a comma: 9,5</option>
            </Form.Select>
          </Form.Group>
        </>
      )}
      {!table.part && (
        <Form.Group controlId={`${place}-header`}>
          <Form.Label className="small mb-1">Headings in row</Form.Label>
          <Form.Control
            size="sm"
            type="number"
            min={1}
            style={{ width: "5rem" }}
            value={table.lastHeaderRow + 1}
            onChange={(event) => onChange({ lastHeaderRow: Math.max(0, Number(event.target.value) - 1) })}
          />
        </Form.Group>
      )}
    </>
  );
}

/** How a file was read, in a line; nothing where its format says it all. */
export function readingWords({ reading, decimalSign, lastHeaderRow, part }: TableView): string {
  if (part) return "";
  const [, parted = "cells"] = DELIMITERS.find(([sign]) => sign === reading?.delimiter) ?? [];
  const text = reading ? [`${reading.encoding}, parted by ${parted}`] : [];
  const decimals = decimalSign ? [`decimals after a ${decimalSign === "," ? "comma" : "point"}`] : [];
  return [...text, ...decimals, `headings in row ${lastHeaderRow + 1}`].join(", ");
}
