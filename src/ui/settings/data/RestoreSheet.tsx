"use client";
import { useRef, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import type { BackupProgress } from "@/core/backup/backupParts";
import { differenceWords } from "@/core/backup/difference";
import { dropReady, putBack, type ReadyBackup, readyBackup, takePutBack } from "@/office/backup/putBack";
import { formatMoment } from "@/ui/shared/formatMoment";
import { HiddenFileInput } from "@/ui/shared/HiddenFileInput";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { BackupProgressLine, pickFolder } from "./BackupSheet";

const FOREVER = { duration: Number.POSITIVE_INFINITY };

/** Puts a backup in the place of what is here, after its contents and the difference were looked at. */
export function RestoreSheet() {
  const { office } = useVine();
  const picker = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [beside, setBeside] = useState<FileSystemDirectoryHandle>();
  const [passphrase, setPassphrase] = useState("");
  const [progress, setProgress] = useState<BackupProgress>();
  const [problem, setProblem] = useState("");
  const [ready, setReady] = useState<ReadyBackup>();
  const [isBusy, setIsBusy] = useState(false);

  const choose = (next: File) => {
    setFile(next);
    setProblem("");
  };
  const open = async () => {
    if (!file) return;
    setIsBusy(true);
    setProblem("");
    const read = await readyBackup(office, file, passphrase || undefined, beside, setProgress);
    setProgress(undefined);
    setIsBusy(false);
    if (read.ok) setReady(read.backup);
    else setProblem(read.why);
  };
  const giveUp = async () => {
    if (ready) await dropReady(ready);
    setReady(undefined);
  };
  const go = async () => {
    if (!ready) return;
    setIsBusy(true);
    await putBack(office, ready).then(
      () => office.around.reload(),
      (cause: Error) => {
        setIsBusy(false);
        toast.error(cause.message, FOREVER);
      },
    );
  };

  return (
    <section className="sheet d-grid gap-2" aria-labelledby="restore">
      <h2 id="restore">Put a backup back</h2>
      {!ready && (
        <>
          <p className="small quiet mb-0">
            You see what is in it, and how it differs from what is here, before anything changes.
          </p>
          <div className="d-flex flex-wrap gap-2 align-items-center">
            <Button variant="outline-primary" onClick={() => picker.current?.click()} disabled={isBusy}>
              Choose a backup …
            </Button>
            <span className="small">{file?.name}</span>
          </div>
          <HiddenFileInput
            ref={picker}
            label="A backup"
            accept=".age,.zip"
            onFiles={([first]) => first && choose(first)}
          />
          {file && (
            <>
              <Form.Group controlId="restore-passphrase">
                <Form.Label>Its passphrase, where it has one</Form.Label>
                <Form.Control
                  type="password"
                  autoComplete="current-password"
                  value={passphrase}
                  onChange={({ target }) => setPassphrase(target.value)}
                />
              </Form.Group>
              {problem.includes("beside it") && (
                <Button variant="outline-primary" onClick={async () => setBeside(await pickFolder())}>
                  {beside ? `Files from “${beside.name}”` : "Choose the folder that it lies in …"}
                </Button>
              )}
              <div>
                <Button onClick={open} disabled={isBusy}>
                  Look into it
                </Button>
              </div>
            </>
          )}
        </>
      )}
      {progress && <BackupProgressLine progress={progress} />}
      {problem && (
        <p className="finding is-stop mb-0" role="alert">
          {problem}
        </p>
      )}
      {ready && <Difference ready={ready} isBusy={isBusy} onGo={go} onGiveUp={giveUp} />}
      <FormerLine />
    </section>
  );
}

interface DifferenceProps {
  readonly ready: ReadyBackup;
  readonly isBusy: boolean;
  readonly onGo: () => void;
  readonly onGiveUp: () => void;
}

function Difference({ ready, isBusy, onGo, onGiveUp }: DifferenceProps) {
  return (
    <div role="status">
      <p className="mb-1">
        The backup of <strong>{formatMoment(ready.manifest.madeAt)}</strong> is whole and can be put back
        {ready.isElsewhere && "; it was made in another browser or on another computer"}.
      </p>
      <ul className="small mb-2">
        {ready.difference
          .filter(({ inBackup, here }) => inBackup + here > 0)
          .map((one) => (
            <li key={one.what}>{differenceWords(one)}</li>
          ))}
      </ul>
      <p className="small quiet">
        It takes the place of all that is here, which is kept so that you can take this back. Letters that wait to leave
        are taken back before; what left since, and every no, is read from the post room again.
        {ready.isElsewhere && " Automatic notes are paused until you say that the other computer sends no more."}
      </p>
      <div className="d-flex flex-wrap gap-2">
        <Button variant="danger" onClick={onGo} disabled={isBusy}>
          Put it back
        </Button>
        <Button variant="link" onClick={onGiveUp} disabled={isBusy}>
          Leave all as it is
        </Button>
      </div>
    </div>
  );
}

/** What stood here before, which can take its place again. */
function FormerLine() {
  const { office } = useVine();
  const former = useKept((read) => read.formerDatabase(), []);
  const [isAsked, setIsAsked] = useState(false);
  if (!former) return null;
  const back = () =>
    takePutBack(office, former).then(
      () => office.around.reload(),
      (cause: Error) => toast.error(cause.message, FOREVER),
    );
  return (
    <div className="small">
      {former.why} on {formatMoment(former.at)}. What was here before is kept.{" "}
      {isAsked ? (
        <>
          What came since then goes with it.{" "}
          <Button size="sm" variant="danger" onClick={back}>
            Yes, take it back
          </Button>
        </>
      ) : (
        <Button size="sm" variant="link" className="p-0" onClick={() => setIsAsked(true)}>
          Take that back …
        </Button>
      )}
    </div>
  );
}
