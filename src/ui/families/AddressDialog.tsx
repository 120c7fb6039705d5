"use client";
import { useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { toast } from "sonner";
import { type Change, reverseChange, setRows } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/address";
import type { Guardian } from "@/core/model/guardian";
import { fullName } from "@/core/model/student";
import { useVine } from "@/ui/shared/VineContext";

/** Mends one guardian's address; it can be taken back from the message that follows. */
export function AddressDialog({ guardian, onClose }: { guardian: Guardian; onClose: () => void }) {
  const { commit, world } = useVine();
  const [address, setAddress] = useState(guardian.addresses[0] ?? "");
  const typed = address.trim();
  const problem =
    typed && !isGoodAddress(typed) ? "This is not an address yet. It should look like name@place.example." : "";

  const save = async () => {
    const addresses = [typed, ...guardian.addresses.slice(1)].filter(Boolean);
    const change: Change = {
      guardians: setRows<"guardians">(world.guardians, [[guardian.id, { ...guardian, addresses }]]),
    };
    await commit(change);
    onClose();
    toast(`The address of ${fullName(guardian)} is ${typed || "empty"} now.`, {
      action: { label: "Undo", onClick: () => void commit(reverseChange(change)) },
    });
  };

  return (
    <Modal show onHide={onClose} centered animation={false} aria-labelledby="address-title">
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (!problem) void save();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="address-title">
            Address of {fullName(guardian)}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Label htmlFor="address">Letters go to</Form.Label>
          <Form.Control
            id="address"
            autoFocus
            autoComplete="off"
            spellCheck={false}
            value={address}
            isInvalid={problem !== ""}
            aria-describedby="address-problem"
            onChange={(event) => setAddress(event.target.value)}
          />
          <Form.Text id="address-problem" className={problem ? "text-danger" : ""} role="status">
            {problem || "Leave it empty if there is none."}
          </Form.Text>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="link" onClick={onClose}>
            Leave as it was
          </Button>
          <Button type="submit" disabled={problem !== ""}>
            Save address
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
