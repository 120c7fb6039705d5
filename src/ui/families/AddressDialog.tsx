"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { updating } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import type { Guardian } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import { useLeaving, useUnkept } from "@/ui/shared/LeavingProvider";
import { useChange } from "@/ui/shared/useChange";
import { AddressField } from "./AddressField";

/** Mends one guardian's address; it can be taken back from the message that follows. */
export function AddressDialog({ guardian, onClose }: { guardian: Guardian; onClose: () => void }) {
  const leaving = useLeaving();
  const change = useChange();
  const [address, setAddress] = useState(guardian.addresses[0] ?? "");
  const typed = address.trim();
  const isBad = typed !== "" && !isGoodAddress(typed);
  useUnkept(typed !== (guardian.addresses[0] ?? ""));
  const keep = async () => {
    const addresses = [typed, ...guardian.addresses.slice(1)].filter(Boolean);
    const words = `The address of ${fullName(guardian)} was changed${typed ? ` to ${typed}` : ": there is none now"}.`;
    if (await change(updating("guardians", guardian, { ...guardian, addresses }), words)) onClose();
  };
  return (
    <Modal show onHide={() => leaving(onClose)} centered animation={false} aria-labelledby="address-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (!isBad) void keep();
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
            Keep the address
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
