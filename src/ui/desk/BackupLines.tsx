"use client";
import Link from "next/link";
import { Button } from "react-bootstrap";
import { backupDue } from "@/core/backup/backupDue";
import { takePlansOver } from "@/office/automatic/settleRestored";
import { sayTrouble } from "@/ui/shared/trouble";
import { useKept } from "@/ui/shared/useKept";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";

/** A backup that is due or could not be made. */
export function BackupLine() {
  const { office } = useVine();
  const place = useKept((read) => read.backupPlace(), []);
  const hasData = useKept(
    async (read) => (await read.roundsNewestFirst()).length + (await read.broughtInNewestFirst()).length > 0,
    [],
  );
  const words = place && hasData ? backupDue(place, office.around.now()) : undefined;
  if (!words) return null;
  const allow = async () => {
    await office.backups.allowFolder();
  };
  return (
    <li>
      <div className="line-main">{words}</div>
      {place?.trouble && place.folder && (
        <Button size="sm" variant="outline-primary" onClick={allow}>
          Try again
        </Button>
      )}
      <Link className="btn btn-outline-primary btn-sm" href="/settings#backup">
        Backup
      </Link>
    </li>
  );
}

/** Families still come by the teacher's own port: it serves their old links, and their proxy is to point to the other one. */
export function ProxyLine() {
  const { status } = usePostLine();
  if (!status?.pointProxyTo) return null;
  return (
    <li>
      <div className="line-main">
        The proxy for families points to your own port
        <div className="quiet small">
          Old links still work. Whoever looks after the proxy: point it to {status.pointProxyTo}, where only families’
          pages are.
        </div>
      </div>
    </li>
  );
}

/** After a move to this computer automatic notes rest until the teacher says that the other one sends no more. */
export function OtherComputerLine() {
  const { office } = useVine();
  const waits = useKept((read) => read.plansWaitForWord(), []);
  if (!waits) return null;
  const take = () => takePlansOver(office).catch((cause: Error) => sayTrouble(cause.message));
  return (
    <li>
      <div className="line-main">
        Automatic notes are paused: the computer that your backup is from may still send them
        <div className="quiet small">Turn “Nothing leaves” on there, or end Vine Note there, and then say so here.</div>
      </div>
      <Button size="sm" variant="outline-primary" onClick={take}>
        It sends no more
      </Button>
    </li>
  );
}
