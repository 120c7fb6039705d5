"use client";
import Link from "next/link";
import { QRCodeSVG } from "qrcode.react";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { byFamilyName, fullName } from "@/core/model/student";
import { cardLink } from "@/office/families/publishCard";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { ClassOptions } from "@/ui/shared/ClassOptions";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";

/** A sheet of slips for one class, each with the QR code of the card, to be printed and cut. */
export function CardSheetScreen({ cardId }: { cardId: string }) {
  const { office, world } = useVine();
  const cards = useKept((read) => read.cardsNewestFirst(), []);
  const [classId, setClassId] = useState([...world.classes.keys()][0] ?? "");
  const card = cards?.find(({ id }) => id === cardId);
  if (!cards) return null;
  if (!card)
    return (
      <NotHere
        head="Contact card"
        title="This card is not here"
        words="It was made in another browser, or the data was replaced since."
      />
    );
  const students = (world.classes.get(classId)?.studentIds ?? []).flatMap((id) => world.students.get(id) ?? []);
  return (
    <>
      <Head
        title="Sheet to print"
        about={
          <div className="d-flex gap-3 align-items-center">
            <Link href="/families/cards">Back to the cards</Link>
            <Form.Select
              size="sm"
              className="w-auto"
              aria-label="Class"
              value={classId}
              onChange={(event) => setClassId(event.target.value)}
            >
              <ClassOptions />
            </Form.Select>
          </div>
        }
      >
        <Button onClick={() => window.print()}>Print</Button>
      </Head>
      <div className="screen-body">
        <div className="card-slips">
          {[...students].sort(byFamilyName).map((student) => (
            <div key={student.id} className="card-slip">
              <div className="small" data-private>
                For the family of <strong>{fullName(student)}</strong>
              </div>
              <div className="my-2">{card.title}</div>
              <QRCodeSVG value={cardLink(office, card.id)} size={112} marginSize={2} title="QR code of the card" />
              <div className="small text-break mt-1">{cardLink(office, card.id)}</div>
            </div>
          ))}
        </div>
      </div>
    </>
  );
}
