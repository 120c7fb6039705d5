"use client";
import Link from "next/link";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { adding, removing } from "@/core/change/change";
import type { Reply } from "@/core/delivery/reply";
import type { Letter } from "@/core/delivery/round";
import { fullName } from "@/core/model/student";
import { type Talk, talkWaySchema } from "@/core/model/talk";
import { counted } from "@/core/words";
import { Head } from "@/ui/frame/Head";
import { NotHere } from "@/ui/frame/NotHere";
import { WriteToFamily } from "@/ui/note/library/WriteToFamily";
import { formatMoment } from "@/ui/shared/formatMoment";
import { Skeleton } from "@/ui/shared/Skeleton";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { OpenLetter } from "./OpenLetter";
import { StateTag } from "./StateTag";

const MOST_CHARACTERS = 120;

const WAY_WORDS = { call: "Phone call", talk: "Talk", other: "Note of mine" } as const;

type Entry =
  | { kind: "letter"; at: number; letter: Letter }
  | { kind: "reply"; at: number; reply: Reply }
  | { kind: "talk"; at: number; talk: Talk };

/** Everything to and from one student's family, the newest first. */
export function FamilyRecordScreen({ studentId }: { studentId: string }) {
  const { world } = useVine();
  const [openId, setOpenId] = useState<string>();
  const kept = useKept(
    async (read) => {
      const letters = await read.lettersAbout(studentId);
      const ids = letters.map(({ id }) => id);
      return { letters, replies: await read.repliesTo(ids), talks: await read.talksAbout(studentId) };
    },
    [studentId],
  );
  const student = world.students.get(studentId);
  if (!kept) return <Skeleton words="Opening the record" />;
  const { letters, replies, talks } = kept;
  const name = student ? fullName(student) : letters[0]?.studentName;
  if (name === undefined) {
    return (
      <NotHere
        head="Record"
        title="This student is not here"
        words="The data was replaced since, or the address is not whole. Choose Record at the left for what is here."
      />
    );
  }
  const entries: Entry[] = [
    ...letters.map((letter): Entry => ({ kind: "letter", at: letter.stateAt, letter })),
    ...replies.map((reply): Entry => ({ kind: "reply", at: reply.at, reply })),
    ...talks.map((talk): Entry => ({ kind: "talk", at: talk.at, talk })),
  ].sort((a, b) => b.at - a.at);
  const open = letters.find(({ id }) => id === openId) ?? letters[0];
  return (
    <>
      <Head
        title="Record"
        about={
          <span data-private>
            The family of {name}: {counted(letters.length, "letter")}
          </span>
        }
      >
        {student && (
          <Link className="btn btn-outline-primary" href={`/students/${encodeURIComponent(studentId)}`}>
            Student sheet
          </Link>
        )}
        {student && <WriteToFamily studentId={studentId} />}
      </Head>
      <div className="screen-body is-fixed p-4">
        <div className="columns h-100">
          <div className="d-flex flex-column gap-3 h-100 overflow-auto">
            <TalkForm studentId={studentId} />
            <section className="sheet" aria-label="To and from the family">
              {entries.length === 0 && (
                <p className="quiet mb-0">Nothing was written about this student yet, and no talk was noted.</p>
              )}
              <ul className="lines" data-private>
                {entries.map((entry) => (
                  <EntryLine key={keyOf(entry)} entry={entry} onOpen={setOpenId} />
                ))}
              </ul>
            </section>
          </div>
          {open && <OpenLetter key={open.id} letter={open} isAmongFamily />}
        </div>
      </div>
    </>
  );
}

function keyOf(entry: Entry): string {
  switch (entry.kind) {
    case "letter":
      return entry.letter.id;
    case "reply":
      return entry.reply.id;
    case "talk":
      return entry.talk.id;
  }
}

function EntryLine({ entry, onOpen }: { entry: Entry; onOpen: (letterId: string) => void }) {
  const change = useChange();
  switch (entry.kind) {
    case "letter": {
      const { letter } = entry;
      return (
        <li>
          <div className="line-main">
            <Button variant="link" className="p-0 text-start" onClick={() => onOpen(letter.id)}>
              {letter.subject}
            </Button>
            <div className="quiet small">
              {formatMoment(entry.at)}, to <bdi>{letter.recipient.name}</bdi>
            </div>
          </div>
          <StateTag state={letter.state} />
        </li>
      );
    }
    case "reply": {
      const { reply } = entry;
      return (
        <li>
          <div className="line-main">
            <Button variant="link" className="p-0 text-start" onClick={() => onOpen(reply.letterId)}>
              {reply.automatic ? "Answered by itself" : "Wrote back"}: {reply.text.slice(0, MOST_CHARACTERS)}
            </Button>
            <div className="quiet small">
              {formatMoment(entry.at)}, <bdi>{reply.from.name || reply.from.address}</bdi>
            </div>
          </div>
        </li>
      );
    }
    case "talk": {
      const { talk } = entry;
      return (
        <li>
          <div className="line-main">
            <strong>{WAY_WORDS[talk.way]}</strong>
            <div style={{ whiteSpace: "pre-wrap" }}>{talk.text}</div>
            <div className="quiet small">{formatMoment(entry.at)}</div>
          </div>
          <Button
            size="sm"
            variant="link"
            onClick={() => change(removing("talks", [talk]), "The note of the talk was deleted.")}
          >
            Delete
          </Button>
        </li>
      );
    }
  }
}

/** Notes a phone call or a talk beside the letters. */
function TalkForm({ studentId }: { studentId: string }) {
  const { office, now } = useVine();
  const change = useChange();
  const [way, setWay] = useState<Talk["way"]>("call");
  const [text, setText] = useState("");
  return (
    <Form
      className="sheet d-grid gap-2"
      onSubmit={async (event) => {
        event.preventDefault();
        if (!text.trim()) return;
        const talk = { id: office.around.newId(), studentId, at: now(), way, text: text.trim() };
        if (await change(adding("talks", [talk]), "The talk was noted.", { quietly: true })) setText("");
      }}
    >
      <div className="d-flex gap-2 align-items-center">
        <Form.Select
          size="sm"
          className="w-auto"
          aria-label="What it was"
          value={way}
          onChange={(event) => setWay(talkWaySchema.parse(event.target.value))}
        >
          {talkWaySchema.options.map((one) => (
            <option key={one} value={one}>
              {WAY_WORDS[one]}
            </option>
          ))}
        </Form.Select>
        <Form.Control
          size="sm"
          aria-label="What was said"
          placeholder="What was said"
          maxLength={5000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button size="sm" type="submit" variant="outline-primary" className="flex-shrink-0" disabled={!text.trim()}>
          Note it
        </Button>
      </div>
    </Form>
  );
}
