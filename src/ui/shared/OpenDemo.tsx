"use client";
import { Button } from "react-bootstrap";
import { demoSchool } from "@/demo/demoSchool";
import { useVine } from "./VineContext";

/** Puts the demo school into an empty browser. */
export function OpenDemo() {
  const { replaceEverything, today } = useVine();
  return <Button onClick={() => replaceEverything(demoSchool(today))}>Open the demo school</Button>;
}
