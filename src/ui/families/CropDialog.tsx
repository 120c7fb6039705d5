"use client";
import { useEffect, useMemo, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { noPictureWords } from "@/ui/note/letter/readPicture";
import { type Crop, squarePhoto, USUAL_CROP } from "@/ui/shared/squarePhoto";

const NEAREST = 4;
const MEASURES: readonly { of: keyof Crop; words: string; from: number; to: number }[] = [
  { of: "nearer", words: "Nearer", from: 1, to: NEAREST },
  { of: "across", words: "Left or right", from: 0, to: 1 },
  { of: "down", words: "Up or down", from: 0, to: 1 },
];

interface CropDialogProps {
  readonly file: File;
  readonly onKeep: (bytes: ArrayBuffer) => void;
  readonly onClose: () => void;
}

/** Which square of a picture is the photo. */
export function CropDialog({ file, onKeep, onClose }: CropDialogProps) {
  const [crop, setCrop] = useState(USUAL_CROP);
  const [cut, setCut] = useState<{ bytes: ArrayBuffer } | "no picture">();
  useEffect(() => {
    let isWanted = true;
    void squarePhoto(file, crop).then((bytes) => isWanted && setCut(bytes ? { bytes } : "no picture"));
    return () => {
      isWanted = false;
    };
  }, [file, crop]);
  const bytes = typeof cut === "object" ? cut.bytes : undefined;
  const url = useMemo(() => bytes && URL.createObjectURL(new Blob([bytes], { type: "image/jpeg" })), [bytes]);
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  return (
    <Modal show onHide={onClose} size="sm" aria-labelledby="crop-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="crop-title">
          The photo
        </Modal.Title>
      </Modal.Header>
      <Modal.Body className="d-grid gap-2">
        {cut === "no picture" && (
          <p className="finding is-stop" role="alert">
            {noPictureWords(file)}
          </p>
        )}
        {url && (
          // biome-ignore lint/performance/noImgElement: made in this page
          <img className="photo mx-auto" src={url} alt="As it will be" width={200} height={200} data-private />
        )}
        {MEASURES.map(({ of, words, from, to }) => (
          <Form.Group key={of} controlId={`crop-${of}`}>
            <Form.Label className="small mb-0">{words}</Form.Label>
            <Form.Range
              min={from}
              max={to}
              step={0.02}
              value={crop[of]}
              onChange={(event) => setCrop({ ...crop, [of]: Number(event.target.value) })}
            />
          </Form.Group>
        ))}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Leave it
        </Button>
        <Button disabled={!bytes} onClick={() => bytes && onKeep(bytes)}>
          Take this photo
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
