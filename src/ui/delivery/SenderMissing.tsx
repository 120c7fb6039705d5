"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { changeSettings } from "@/core/change/changeSettings";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { useChange } from "@/ui/shared/useChange";

/** Nothing is sent without an address that families can reply to: it is asked for right here. */
export function SenderMissing() {
  const change = useChange();
  const [address, setAddress] = useState("");
  const isGood = isGoodAddress(address.trim());
  const keep = () =>
    change(
      (now) => changeSettings(now, { teacherAddress: address.trim() }),
      "Your address is kept; families reply to it.",
    );
  return (
    <Form
      className="finding is-stop"
      onSubmit={(event) => {
        event.preventDefault();
        if (isGood) void keep();
      }}
    >
      <label htmlFor="my-address">
        Your own address is missing or is not one, so families could not reply. What is it?
      </label>
      <div className="d-flex gap-2 mt-1">
        <Form.Control
          id="my-address"
          size="sm"
          type="email"
          autoComplete="email"
          className="w-auto flex-grow-1"
          value={address}
          onChange={(event) => setAddress(event.target.value)}
        />
        <Button size="sm" type="submit" disabled={!isGood}>
          Keep it
        </Button>
        <Link className="btn btn-link btn-sm" href="/settings">
          More in Settings
        </Link>
      </div>
    </Form>
  );
}
