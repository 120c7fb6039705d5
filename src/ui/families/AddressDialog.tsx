"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { setRows } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/address";
import type { Guardian } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";
import { AddressField } from "./AddressField";

/** Mends one guardian's address; it can be taken back from the message that follows. */
export function AddressDialog({ guardian, onClose }: { guardian: Guardian; onClose: () => void }) {
  const { world } = useVine();
  const change = useChange();
  const [address, setAddress] = useState(guardian.addresses[0] ?? "");
  const typed = address.trim();
  const isBad = typed !== "" && !isGoodAddress(typed);
  const save = async () => {
    const addresses = [typed, ...guardian.addresses.slice(1)].filter(Boolean);
    onClose();
    await change(
      { guardians: setRows<"guardians">(world.guardians, [[guardian.id, { ...guardian, addresses }]]) },
      `The address of ${fullName(guardian)} is ${typed || "empty"} now.`,
    );
  };
  return (
    <Modal show onHide={onClose} centered animation={false} aria-labelledby="address-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (!isBad) void save();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="address-title">
            Address of {fullName(guardian)}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <AddressField
            id="address"
            label="Letters go to"
            value={address}
            onChange={setAddress}
            hint="Leave it empty if there is none."
            autoFocus
          />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={onClose}>
            Leave as it was
          </Button>
          <Button type="submit" disabled={isBad}>
            Save address
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
