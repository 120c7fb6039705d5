"use client";
import { useCallback, useEffect, useState } from "react";
import { Button, Form } from "react-bootstrap";
import { fullName } from "@/core/model/student";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { EmptyState } from "@/ui/shared/EmptyState";
import { formatMoment } from "@/ui/shared/formatMoment";
import { LetterFrame } from "@/ui/shared/LetterFrame";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useRefreshed } from "@/ui/shared/useRefreshed";
import { useVine } from "@/ui/shared/VineContext";
import { AsTheFamily } from "./AsTheFamily";
import { NextMorning } from "./NextMorning";
import { RehearsalControl } from "./RehearsalControl";
import { emptyMailboxes, fetchMailboxes, fetchMessages, type Mailbox, type ReadMessage } from "./rehearsal";

/** More mailboxes than anybody reads through; the search finds the others. */
const MOST_SHOWN = 300;

/** The families' mailboxes, to read each letter as the family does. */
export function PracticeScreen() {
  const { world } = useVine();
  const [mailboxes, setMailboxes] = useState<Mailbox[]>();
  const [wanted, setWanted] = useState("");
  const [address, setAddress] = useState<string>();
  const refresh = useCallback(
    () => fetchMailboxes().then(setMailboxes, () => setMailboxes((known) => known ?? [])),
    [],
  );
  useRefreshed(refresh);

  if (!mailboxes) return <Skeleton words="Opening the mailboxes" />;
  const owners = new Map<string, string>();
  for (const guardian of world.guardians.values()) {
    for (const known of guardian.addresses) owners.set(known.toLowerCase(), fullName(guardian));
  }
  for (const student of world.students.values()) {
    if (student.address) owners.set(student.address.toLowerCase(), fullName(student));
  }
  const ownerOf = (box: Mailbox) => owners.get(box.address) ?? "";
  const found = mailboxes.filter((box) =>
    `${ownerOf(box)} ${box.address}`.toLowerCase().includes(wanted.toLowerCase()),
  );
  const chosen = found.find((box) => box.address === address) ?? found[0];
  return (
    <>
      <Head title="Practice post" about={`${counted(mailboxes.length, "mailbox", "mailboxes")} with letters`}>
        <Button
          variant="outline-primary"
          disabled={mailboxes.length === 0}
          onClick={async () => {
            // What the post room knows of the letters stays; only the mailboxes are emptied.
            await emptyMailboxes();
            await refresh();
          }}
        >
          Empty all mailboxes
        </Button>
      </Head>
      <div className="screen-body is-fixed">
        {mailboxes.length === 0 ? (
          <EmptyState
            title="No letters have arrived yet"
            words="The practice post is a small mail world on this computer. Letters that you send arrive here, in the mailbox of each family, so that you can read them as they do. Before you send, you can make the next letters meet trouble."
          >
            <div className="d-grid gap-2">
              <NextMorning onStepped={refresh} />
              <RehearsalControl />
            </div>
          </EmptyState>
        ) : (
          <div className="mailboxes">
            <section className="mailboxes-part" aria-label="Mailboxes">
              <NextMorning onStepped={refresh} />
              <RehearsalControl />
              <Form.Control
                size="sm"
                type="search"
                placeholder="Find a family"
                aria-label="Find a family"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
              <div className="mt-2">
                {found.slice(0, MOST_SHOWN).map((box) => (
                  <button
                    key={box.address}
                    type="button"
                    className="mailbox"
                    aria-pressed={box.address === chosen?.address}
                    onClick={() => setAddress(box.address)}
                    data-private
                  >
                    <bdi className="fw-bold">{ownerOf(box) || box.address}</bdi>
                    <div className="quiet small text-truncate">{box.address}</div>
                    <div className="quiet small">
                      {counted(box.messages, "letter")}, {formatMoment(box.newestAt)}
                    </div>
                  </button>
                ))}
                {found.length === 0 && <p className="quiet small">No mailbox fits.</p>}
              </div>
            </section>
            {chosen && <MailboxReader key={chosen.address} box={chosen} />}
          </div>
        )}
      </div>
    </>
  );
}

function MailboxReader({ box }: { box: Mailbox }) {
  const [messages, setMessages] = useState<ReadMessage[]>([]);
  const [openName, setOpenName] = useState<string>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new letter in the box is a reason to read it again
  useEffect(() => {
    let wanted = true;
    void fetchMessages(box.address).then((read) => wanted && setMessages(read));
    return () => {
      wanted = false;
    };
  }, [box.address, box.messages]);
  const open = messages.find(({ name }) => name === openName) ?? messages[0];
  return (
    <section className="mailboxes-part" aria-label="Letters as the family reads them">
      {messages.length > 1 && (
        <div className="slips">
          {messages.map((message) => (
            <button
              key={message.name}
              type="button"
              aria-pressed={message.name === open?.name}
              onClick={() => setOpenName(message.name)}
              data-private
            >
              <span className="fw-bold">{message.subject}</span>{" "}
              <span className="quiet">{formatMoment(message.at)}</span>
            </button>
          ))}
        </div>
      )}
      <div className="text-center">
        <a className="btn btn-link btn-sm" href={`/api/practice/mailboxes/${encodeURIComponent(box.address)}?as=mbox`}>
          Download mailbox (.mbox)
        </a>
      </div>
      {open && (
        <>
          <Phone message={open} />
          <AsTheFamily key={open.name} address={box.address} message={open} />
        </>
      )}
    </section>
  );
}

function Phone({ message }: { message: ReadMessage }) {
  const [asText, setAsText] = useState(false);
  return (
    <>
      <div className="phone" data-private>
        <div className="small quiet">{message.from}</div>
        <h2 className="mb-2">{message.subject}</h2>
        {asText ? (
          <pre className="letter-frame p-3 mb-0" style={{ whiteSpace: "pre-wrap", color: "#222" }}>
            {message.text}
          </pre>
        ) : (
          <LetterFrame title="Letter" html={message.html} followsLinks />
        )}
        {message.enclosed.length > 0 && <p className="small mt-2 mb-0">Enclosed: {message.enclosed.join(", ")}</p>}
      </div>
      <div className="text-center mt-2">
        <Button size="sm" variant="link" aria-pressed={asText} onClick={() => setAsText(!asText)}>
          {asText ? "Show as it is set" : "Show as plain text"}
        </Button>
      </div>
    </>
  );
}
