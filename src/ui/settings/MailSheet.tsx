"use client";
import { useCallback, useEffect, useState } from "react";
import { Button } from "react-bootstrap";
import { toast } from "sonner";
import type { MailView } from "@/core/delivery/mailSettings";
import { Refusal } from "@/office/open/ask";
import { mailSettings, repairServer } from "@/office/rounds/mailOfServer";
import { Skeleton } from "@/ui/shared/Skeleton";
import { usePostLine } from "@/ui/shared/usePostLine";
import { useVine } from "@/ui/shared/VineContext";
import { MailForm } from "./MailForm";

const EVERY_MS = 5_000;

/** By which mail server letters leave and where answers are read, with the form that sets it. */
export function MailSheet() {
  const { office } = useVine();
  const { status } = usePostLine();
  const [view, setView] = useState<MailView>();
  const [problem, setProblem] = useState<string>();
  const [isOpen, setIsOpen] = useState(false);
  const [isDamaged, setIsDamaged] = useState(false);
  const repair = () =>
    repairServer(office).then(
      (words) => {
        toast(words);
        void load();
      },
      (cause: Error) => setProblem(`It could not be repaired: ${cause.message}`),
    );
  const load = useCallback(
    () =>
      mailSettings(office).then(
        (now) => {
          setView(now);
          setProblem(undefined);
          setIsDamaged(false);
        },
        (cause: Error) => {
          setProblem(cause.message);
          setIsDamaged(cause instanceof Refusal && cause.code === "damaged");
        },
      ),
    [office],
  );
  useEffect(() => {
    void load();
    // How reading goes is known only after a while.
    const timer = setInterval(load, EVERY_MS);
    return () => clearInterval(timer);
  }, [load]);
  return (
    <section className="sheet d-grid gap-2" aria-labelledby="mail">
      <h2 id="mail">Mail</h2>
      {problem && (
        <p className="text-danger small" role="alert">
          {problem}
        </p>
      )}
      {(isDamaged || status?.trouble?.cause === "damaged") && (
        <div>
          <Button size="sm" onClick={repair}>
            Repair the post room’s file
          </Button>
        </div>
      )}
      {/* What stands below must not move away from under a press once the answer comes. */}
      {!view && !problem && <Skeleton words="Asking how mail leaves …" />}
      {view && !isOpen && (
        <>
          <MailNow view={view} isReal={status?.post === "relay"} />
          <div>
            <Button size="sm" variant="outline-primary" onClick={() => setIsOpen(true)}>
              {view.settings.sending || view.settings.reading
                ? "Change the mail server …"
                : "Set the school’s mail server …"}
            </Button>
          </div>
        </>
      )}
      {view && isOpen && (
        <MailForm
          view={view}
          onKept={(now) => {
            setView(now);
            setIsOpen(false);
          }}
          onClose={() => setIsOpen(false)}
        />
      )}
    </section>
  );
}

/** What holds now, in sentences. */
function MailNow({ view, isReal }: { view: MailView; isReal: boolean }) {
  const { settings, byEnvironment, familiesReachLinks, readingTrouble, setAside } = view;
  const { sending, reading, signIn, dailyLimit, perMinute } = settings;
  const as = signIn.name ? ` as ${signIn.name}` : "";
  const limits = [dailyLimit && `${dailyLimit} a day`, perMinute && `${perMinute} a minute`].filter(Boolean).join(", ");
  return (
    <ul className="list-unstyled mb-0 d-grid gap-1">
      <li>
        {byEnvironment.includes("sending")
          ? "Letters leave by the mail server that this computer’s environment names (VINE_SMTP_URL)."
          : sending
            ? `Letters leave by ${sending.host}${as}${limits ? `, at most ${limits}` : ""}.`
            : "Letters go to the practice post: nothing leaves this computer."}
      </li>
      <li>
        {byEnvironment.includes("reading")
          ? "What comes back is read from the folder that this computer’s environment names (VINE_INBOX)."
          : reading
            ? `What comes back is read from ${reading.host}${as}; nothing in the mailbox is changed.`
            : isReal
              ? "What comes back goes to your own mail program. Drop such a message into Record, and it is put beside its letter."
              : "What comes back is read from the practice post."}
      </li>
      {readingTrouble && (
        <li className="text-danger" role="alert">
          The mailbox can’t be read now, and is tried again every minute: {readingTrouble}
        </li>
      )}
      {setAside.length > 0 && (
        <li className="text-danger">
          Some of what the post room kept in files before could not be read. It was set aside, nothing was sent twice,
          and letters that were in it are refused with that reason: <code>{setAside.join(", ")}</code>
        </li>
      )}
      {isReal && !familiesReachLinks && (
        <li>
          Families can’t reach pages on this computer, so contact cards don’t open for them, and letters end with “write
          back” in the place of a link that stops them. Have Vine Note run where they can reach it (VINE_PUBLIC_URL).
        </li>
      )}
    </ul>
  );
}
