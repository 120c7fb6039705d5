"use client";
import { useEffect, useState } from "react";
import { Button, Modal } from "react-bootstrap";
import { toast } from "sonner";
import { byFamilyName, fullName } from "@/core/model/student";
import { viewLinks } from "@/office/marking/publishViews";
import { failureWords } from "@/ui/shared/failureWords";
import { useVine } from "@/ui/shared/VineContext";

interface ViewLinksDialogProps {
  readonly pageId: string;
  readonly classId: string;
  readonly onClose: () => void;
}

/** The personal link of each student, to be handed on: whoever has it is taken for that student. */
export function ViewLinksDialog({ pageId, classId, onClose }: ViewLinksDialogProps) {
  const { office, world } = useVine();
  const [links, setLinks] = useState<Awaited<ReturnType<typeof viewLinks>>>();
  const studentIds = world.classes.get(classId)?.studentIds ?? [];
  const students = studentIds.flatMap((id) => world.students.get(id) ?? []).sort(byFamilyName);
  useEffect(() => {
    viewLinks(office, pageId, office.world.classes.get(classId)?.studentIds ?? []).then(setLinks, (cause) =>
      toast.error(failureWords(cause)),
    );
  }, [office, pageId, classId]);
  const copy = async () => {
    const lines = students.map((one) => `${one.studentNumber}\t${fullName(one)}\t${links?.get(one.id)?.own ?? ""}`);
    await navigator.clipboard.writeText(lines.join("\n"));
    toast("All personal links were copied as a table.");
  };
  return (
    <Modal show onHide={onClose} scrollable size="lg" animation={false} aria-labelledby="view-links-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="view-links-title">
          Personal links
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="quiet small">
          Whoever has a link is taken for that student. Hand each on to its own student alone.
        </p>
        <ul className="lines small" data-private>
          {links &&
            students.map((student) => (
              <li key={student.id}>
                <div className="line-main">
                  {fullName(student)}
                  <div>
                    <code className="user-select-all text-break">{links.get(student.id)?.own}</code>
                  </div>
                </div>
              </li>
            ))}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button disabled={!links} onClick={copy}>
          Copy all as a table
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
