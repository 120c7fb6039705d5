"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { changeSettings } from "@/core/change/changeSettings";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { DEFAULT_SETTINGS, SETTINGS_ID } from "@/core/model/settings";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** Who the letters are from: asked for on the desk until it is known. */
export function NameStep() {
  const { world } = useVine();
  const change = useChange();
  const known = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  const [name, setName] = useState(known.teacherName);
  const [school, setSchool] = useState(known.schoolName);
  const [address, setAddress] = useState(known.teacherAddress);
  const isWrong = address.trim() !== "" && !isGoodAddress(address.trim());
  if (known.teacherName) {
    return (
      <p className="mb-0" data-private>
        {[known.teacherName, known.schoolName, known.teacherAddress].filter(Boolean).join(", ")}.{" "}
        <Link href="/settings">Change it in Settings</Link>
      </p>
    );
  }
  const keep = () =>
    change(
      (now) =>
        changeSettings(now, { teacherName: name.trim(), schoolName: school.trim(), teacherAddress: address.trim() }),
      "Your name and school are kept; letters are signed with them.",
    );
  return (
    <Form
      className="name-step"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() && !isWrong) void keep();
      }}
    >
      <Form.Group controlId="first-name">
        <Form.Label>Your name</Form.Label>
        <Form.Control autoComplete="name" value={name} onChange={(event) => setName(event.target.value)} />
      </Form.Group>
      <Form.Group controlId="first-school">
        <Form.Label>School</Form.Label>
        <Form.Control autoComplete="organization" value={school} onChange={(event) => setSchool(event.target.value)} />
      </Form.Group>
      <Form.Group controlId="first-address">
        <Form.Label>Your address, for replies</Form.Label>
        <Form.Control
          type="email"
          autoComplete="email"
          value={address}
          isInvalid={isWrong}
          onChange={(event) => setAddress(event.target.value)}
        />
        <Form.Control.Feedback type="invalid">It should look like name@school.example.</Form.Control.Feedback>
      </Form.Group>
      <Button type="submit" disabled={!name.trim() || isWrong}>
        Keep
      </Button>
    </Form>
  );
}
