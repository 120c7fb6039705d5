"use client";
import { useEffect, useState } from "react";
import { Button } from "react-bootstrap";
import { askToKeep, type Storage, storageNow } from "@/ui/shared/storage";

const MEGABYTE = 1_000_000;
/** What stands below must not move away from under a press once the browser has answered: it says three lines at most. */
const ROOM = { minHeight: "4.4em" };

/** How much of the browser's room is used, and whether it promised to keep it. */
export function StorageLine() {
  const [storage, setStorage] = useState<Storage | undefined | "not known yet">("not known yet");
  useEffect(() => {
    void storageNow().then(setStorage);
  }, []);
  if (storage === "not known yet") return <p className="small mb-0" style={ROOM} />;
  if (!storage) return null;
  const { usage, quota, isKept } = storage;
  const inMegabytes = (bytes: number) => Math.max(1, Math.round(bytes / MEGABYTE)).toLocaleString("en-GB");
  return (
    <p className="small mb-0" role="status" style={ROOM}>
      {inMegabytes(usage)} MB are used, of {inMegabytes(quota)} MB that the browser gives.{" "}
      {isKept ? (
        "It promised to keep them."
      ) : (
        <>
          It may let go of them when the disk is full.{" "}
          <Button
            size="sm"
            variant="link"
            className="p-0"
            onClick={async () => {
              await askToKeep();
              setStorage(await storageNow());
            }}
          >
            Ask it to keep them
          </Button>
        </>
      )}
    </p>
  );
}
