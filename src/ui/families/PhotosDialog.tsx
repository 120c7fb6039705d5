"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { Button, Form, Modal } from "react-bootstrap";
import { numberedName } from "@/core/families/addressList";
import { planPhotos } from "@/core/families/planPhotos";
import { byFamilyName } from "@/core/model/student";
import { counted } from "@/core/words";
import { keepPhotos } from "@/office/changes/keepPhotos";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { squarePhoto } from "@/ui/shared/squarePhoto";
import { useChange } from "@/ui/shared/useChange";
import { useVine } from "@/ui/shared/VineContext";

/** Photos of many at once: whose each is, by the name of its file; what is not certain is asked. */
export function PhotosDialog({ onClose }: { onClose: () => void }) {
  const { world, office } = useVine();
  const change = useChange();
  const input = useRef<HTMLInputElement>(null);
  const [files, setFiles] = useState<readonly File[]>([]);
  const [chosen, setChosen] = useState<Readonly<Record<number, string>>>({});
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const students = useMemo(() => [...world.students.values()].sort(byFamilyName), [world.students]);
  const plans = useMemo(
    () =>
      planPhotos(
        files.map(({ name }) => name),
        students,
      ),
    [files, students],
  );
  const rows = plans.map((plan, place) => ({ ...plan, studentId: chosen[place] ?? plan.studentId ?? "" }));
  const taken = rows.filter(({ studentId }) => studentId !== "");
  const twice = taken.length - new Set(taken.map(({ studentId }) => studentId)).size;
  const replaced = taken.filter(({ studentId }) => world.students.get(studentId)?.photo).length;
  const keep = async () => {
    setBusy(true);
    setProblem("");
    const photos: { studentId: string; bytes: ArrayBuffer }[] = [];
    const bad: string[] = [];
    for (const [place, { studentId }] of rows.entries()) {
      const file = files[place];
      if (!studentId || !file) continue;
      const bytes = await squarePhoto(file);
      if (bytes) photos.push({ studentId, bytes });
      else bad.push(file.name);
    }
    if (bad.length > 0) {
      setBusy(false);
      return setProblem(
        `${bad.slice(0, 5).join(", ")}: no picture that can be read. Nothing was changed. Leave such files out, or try JPEG or PNG.`,
      );
    }
    if (await change(await keepPhotos(office, photos), `${counted(photos.length, "photo")} kept.`)) onClose();
    else setBusy(false);
  };
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="photos-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="photos-title">
          Photos
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p className="quiet">
          Choose the files of a whole class at once. Whose each is, its name says: the student number, or the name in
          any order. Photos are cut to a square, made small, and stay in this browser.
        </p>
        <div className="d-flex gap-3 align-items-center mb-3">
          <Button variant={files.length > 0 ? "outline-primary" : "primary"} onClick={() => input.current?.click()}>
            Choose files
          </Button>
          {files.length > 0 && (
            <span role="status">
              {counted(files.length, "file")}, {taken.length} with a student
              {replaced > 0 && `, ${replaced} in the place of an older photo`}
            </span>
          )}
          <HiddenFileInput
            ref={input}
            accept="image/*"
            multiple
            label="Files with photos"
            onFiles={(some) => {
              setFiles(some);
              setChosen({});
            }}
          />
        </div>
        {twice > 0 && <p className="finding is-stop">Two files are for one student. Leave one of them out.</p>}
        {problem && (
          <p className="finding is-stop" role="alert">
            {problem}
          </p>
        )}
        {rows.length > 0 && (
          <table className="table align-middle small" data-private>
            <thead>
              <tr>
                <th scope="col">File</th>
                <th scope="col">Student</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ fileName, studentId, candidates, why }, place) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: files of one name can be chosen twice
                <tr key={place} className={studentId ? "" : "is-asked"}>
                  <td>
                    <div className="d-flex gap-2 align-items-center">
                      {files[place] && <Thumbnail file={files[place]} />}
                      <span className="text-break">{fileName}</span>
                    </div>
                  </td>
                  <td>
                    <Form.Select
                      size="sm"
                      aria-label={`Whose photo ${fileName} is`}
                      value={studentId}
                      onChange={(event) => setChosen({ ...chosen, [place]: event.target.value })}
                    >
                      <option value="">{why ? `left out: ${why}` : "left out"}</option>
                      {candidates.length > 0 && (
                        <optgroup label="Likely">
                          {candidates.map((id) => (
                            <StudentOption key={id} id={id} />
                          ))}
                        </optgroup>
                      )}
                      {/* Of thousands, only where it is asked. */}
                      {why && (
                        <optgroup label="All">
                          {students
                            .filter(({ id }) => !candidates.includes(id))
                            .map(({ id }) => (
                              <StudentOption key={id} id={id} />
                            ))}
                        </optgroup>
                      )}
                    </Form.Select>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="link" onClick={onClose}>
          Leave it
        </Button>
        <Button disabled={busy || taken.length === 0 || twice > 0} onClick={keep}>
          {busy ? "Keeping …" : `Keep ${counted(taken.length, "photo")}`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}

function StudentOption({ id }: { id: string }) {
  const student = useVine().world.students.get(id);
  return student ? <option value={id}>{numberedName(student)}</option> : null;
}

function Thumbnail({ file }: { file: File }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    const made = URL.createObjectURL(file);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [file]);
  // biome-ignore lint/performance/noImgElement: a file that was just chosen
  return <img className="photo" src={url} alt="" width={36} height={36} />;
}
