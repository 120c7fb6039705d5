"use client";
import { useRef, useState } from "react";
import { Button } from "react-bootstrap";
import type { Student } from "@/core/model/student";
import { keepPhoto } from "@/office/changes/keepPhotos";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { Photo } from "@/ui/shared/Photo";
import { useVine } from "@/ui/shared/VineContext";
import { CropDialog } from "./CropDialog";

interface PhotoPartProps {
  readonly student: Student;
  readonly onChange: (photo: string | undefined) => void;
}

/** The student's photo: another one, cut to a square, or none. */
export function PhotoPart({ student, onChange }: PhotoPartProps) {
  const { office } = useVine();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  return (
    <div className="d-flex gap-3 align-items-center">
      <Photo student={student} />
      <Button size="sm" variant="outline-secondary" onClick={() => input.current?.click()}>
        {student.photo ? "Another photo" : "Add a photo"}
      </Button>
      {student.photo && (
        <Button size="sm" variant="link" onClick={() => onChange(undefined)}>
          Without photo
        </Button>
      )}
      <HiddenFileInput ref={input} accept="image/*" label="A file with the photo" onFiles={([one]) => setFile(one)} />
      {file && (
        <CropDialog
          file={file}
          onKeep={async (bytes) => {
            onChange(await keepPhoto(office, bytes));
            setFile(undefined);
          }}
          onClose={() => setFile(undefined)}
        />
      )}
    </div>
  );
}
