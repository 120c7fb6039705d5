"use client";
import { useState } from "react";
import { Button, Form, ProgressBar } from "react-bootstrap";
import { toast } from "sonner";
import type { BackupProgress } from "@/core/backup/backupParts";
import { downloadBlob } from "@/ui/shared/download";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useKept } from "@/ui/shared/useKept";
import { useObservable } from "@/ui/shared/useObservable";
import { useVine } from "@/ui/shared/VineContext";
import { PassphraseField, passphraseProblem } from "./PassphraseField";
import { StorageLine } from "./StorageLine";

const FOREVER = { duration: Number.POSITIVE_INFINITY };

/** One file that holds everything, by hand; and the folder that backups go into by themselves. */
export function BackupSheet() {
  const { office } = useVine();
  const place = useKept((read) => read.backupPlace(), []);
  const { progress } = useObservable(office.backups.state);
  const [passphrase, setPassphrase] = useState("");
  const [again, setAgain] = useState("");
  const [isOpen, setIsOpen] = useState(false);
  const [isBusy, setIsBusy] = useState(false);
  const problem = isOpen ? "" : passphraseProblem(passphrase, again);
  const chosen = isOpen ? undefined : passphrase;
  const canUseFolders = typeof window !== "undefined" && "showDirectoryPicker" in window;

  const byHand = async () => {
    setIsBusy(true);
    const made = await office.backups.byHand(chosen);
    setIsBusy(false);
    if (!made.ok) return void toast.error(made.problem, FOREVER);
    downloadBlob(made.name, made.file);
    toast(`“${made.name}” holds everything. Keep it where this computer can’t lose it.`);
  };
  const intoFolder = async () => {
    const folder = await pickFolder();
    if (!folder) return;
    setIsBusy(true);
    await office.backups.takeFolder(folder, chosen);
    setIsBusy(false);
  };

  return (
    <section className="sheet d-grid gap-2" aria-labelledby="backup">
      <h2 id="backup">Backup</h2>
      <p className="small quiet mb-0">
        Everything lives in this browser alone. A backup is one file with all of it: families, gradebook, notes,
        letters, photos and settings, and what families said. Only the mail password is not in it.
      </p>
      <p className="mb-0" role="status">
        {!place
          ? "Looking for the last backup …"
          : place.lastAt === undefined
            ? "There is no backup yet."
            : `The last backup is of ${formatMoment(place.lastAt)}.`}
        {place?.trouble && <span className="finding is-stop d-block mt-1">{place.trouble}</span>}
      </p>
      <StorageLine />
      {!isOpen && <PassphraseField passphrase={passphrase} again={again} onChange={setPassphrase} onAgain={setAgain} />}
      <Form.Check
        id="backup-open"
        label="Without a passphrase: whoever has the file can read all of it, and links in old letters end with this computer"
        checked={isOpen}
        onChange={({ target }) => setIsOpen(target.checked)}
      />
      <div className="d-flex flex-wrap gap-2">
        <Button onClick={byHand} disabled={isBusy || problem !== ""}>
          Make a backup
        </Button>
        {canUseFolders && (
          <Button variant="outline-primary" onClick={intoFolder} disabled={isBusy || problem !== ""}>
            {place?.folder ? "Choose another folder …" : "Into a folder by itself …"}
          </Button>
        )}
      </div>
      {problem && (passphrase || again) && <p className="small mb-0">{problem}</p>}
      {progress && <BackupProgressLine progress={progress} />}
      {place?.folder && (
        <p className="small mb-0">
          Into “{place.folderName}” by itself: after each round, and at the first change of a day; the last ten are
          kept. Their passphrase is kept in this browser.{" "}
          <Button size="sm" variant="link" className="p-0" onClick={() => office.backups.forgetFolder()}>
            Stop that
          </Button>
        </p>
      )}
      {!canUseFolders && (
        <p className="small quiet mb-0">
          This browser can’t write into a folder by itself, so the desk offers a backup when one is due.
        </p>
      )}
    </section>
  );
}

const WORDS: Record<BackupProgress["doing"], string> = {
  reading: "Reading what is here",
  writing: "Writing the backup",
  checking: "Checking the backup",
  "putting back": "Putting it back",
};

export function BackupProgressLine({ progress: { doing, done, of } }: { progress: BackupProgress }) {
  return (
    <div role="status">
      <div className="small">
        {WORDS[doing]}, {done} of {of} parts …
      </div>
      <ProgressBar aria-label={WORDS[doing]} now={done} max={Math.max(1, of)} />
    </div>
  );
}

/** A folder that the teacher chooses; none where she chose none after all. */
export async function pickFolder(): Promise<FileSystemDirectoryHandle | undefined> {
  const picker = window as unknown as {
    showDirectoryPicker(options: { mode: "readwrite" }): Promise<FileSystemDirectoryHandle>;
  };
  return picker.showDirectoryPicker({ mode: "readwrite" }).catch(() => undefined);
}
