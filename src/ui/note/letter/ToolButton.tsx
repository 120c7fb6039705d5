"use client";
import { Button, type ButtonProps } from "react-bootstrap";

/** A control for words that are being written: a press leaves the caret where it is, so that no key typed after it is lost. */
export function ToolButton(props: ButtonProps) {
  return <Button size="sm" onMouseDown={(event) => event.preventDefault()} {...props} />;
}
