"use client";
import Link from "next/link";
import { QRCodeSVG } from "qrcode.react";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { removing, sameData } from "@/core/change/change";
import { CARD_QUESTIONS, type ContactCard, QUESTION_WORDS } from "@/core/model/contactCard";
import { counted } from "@/core/words";
import { cardLink, publishCard } from "@/office/families/publishCard";
import type { Office } from "@/office/office";
import { Head } from "@/ui/frame/Head";
import { formatMoment } from "@/ui/shared/formatMoment";
import { useLeaving, useUnkept } from "@/ui/shared/LeavingProvider";
import { useChange } from "@/ui/shared/useChange";
import { useKept } from "@/ui/shared/useKept";
import { useVine } from "@/ui/shared/VineContext";
import { AnswersSheet } from "./AnswersSheet";

/** Contact cards: made, put where families reach them, and their answers taken in. */
export function CardsScreen() {
  const { office } = useVine();
  const change = useChange();
  const cards = useKept((read) => read.cardsNewestFirst(), []) ?? [];
  const [editing, setEditing] = useState<ContactCard>();
  const begin = () => setEditing(newCard(office));
  const remove = (card: ContactCard) =>
    change(removing("cards", [card]), `The contact card “${card.title}” was deleted. Its page and its answers stay.`);
  return (
    <>
      <Head title="Contact cards" about={<Link href="/families">Back to the families</Link>}>
        <Button onClick={begin}>Make a card</Button>
      </Head>
      <div className="screen-body">
        <div className="columns">
          <div className="d-grid gap-3">
            <AnswersSheet />
            {editing && <CardEditor key={editing.id} card={editing} onDone={() => setEditing(undefined)} />}
            {!editing && cards.length === 0 && (
              <section className="sheet">
                <h2>No card yet</h2>
                <p className="my-2">
                  A contact card is a short form on a page of its own. Families open it by a link or a QR code and write
                  how to reach them; you see each answer beside what you have, and take it in or not.
                </p>
                <Button onClick={begin}>Make the first card</Button>
              </section>
            )}
          </div>
          <div className="d-grid gap-3">
            {cards.map((card) => (
              <CardSummary key={card.id} card={card} onEdit={() => setEditing(card)} onRemove={() => remove(card)} />
            ))}
          </div>
        </div>
      </div>
    </>
  );
}

function newCard({ around }: Office): ContactCard {
  return {
    id: around.newId(),
    title: "How can I reach you?",
    greeting:
      "I would like to write to you now and then about your child’s work. Please tell me who looks after your child and how to reach you.",
    questions: ["guardians", "addresses", "relation", "language", "frequency"],
    createdAt: around.now(),
  };
}

function CardEditor({ card, onDone }: { card: ContactCard; onDone: () => void }) {
  const { office } = useVine();
  const leaving = useLeaving();
  const [draft, setDraft] = useState(card);
  const [problem, setProblem] = useState("");
  useUnkept(!sameData(draft, card));
  const publish = async () => {
    try {
      const done = await publishCard(office, draft, "Families");
      if (!done.ok) return setProblem(done.problem);
      toast("The card is published. Its link and QR code stand at the right.");
      onDone();
    } catch (cause) {
      setProblem(`The card was not published, and is still here: ${(cause as Error).message}`);
    }
  };
  return (
    <Form
      className="sheet d-grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void publish();
      }}
    >
      <h2>{card.publishedAt ? "Change the card" : "A new card"}</h2>
      <Form.Group controlId="card-title">
        <Form.Label>Title</Form.Label>
        <Form.Control
          required
          maxLength={120}
          value={draft.title}
          onChange={(event) => setDraft({ ...draft, title: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="card-greeting">
        <Form.Label>A greeting in your words</Form.Label>
        <Form.Control
          as="textarea"
          rows={4}
          maxLength={2000}
          value={draft.greeting}
          onChange={(event) => setDraft({ ...draft, greeting: event.target.value })}
        />
      </Form.Group>
      <fieldset>
        <legend className="fs-6">It asks for the child’s name, and</legend>
        {CARD_QUESTIONS.map((question) => (
          <Form.Check
            key={question}
            id={`asks-${question.replace(" ", "-")}`}
            label={QUESTION_WORDS[question]}
            // A card without a person to reach asks for nothing.
            disabled={question === "guardians"}
            checked={draft.questions.includes(question)}
            onChange={(event) =>
              setDraft({
                ...draft,
                questions: event.target.checked
                  ? [...draft.questions, question]
                  : draft.questions.filter((known) => known !== question),
              })
            }
          />
        ))}
      </fieldset>
      {problem && (
        <p className="finding is-stop" role="alert">
          {problem}
        </p>
      )}
      <div className="d-flex gap-2">
        <Button type="submit">{card.publishedAt ? "Publish the change" : "Publish"}</Button>
        <Button variant="link" onClick={() => leaving(onDone)}>
          Leave it
        </Button>
      </div>
    </Form>
  );
}

function CardSummary({ card, onEdit, onRemove }: { card: ContactCard; onEdit: () => void; onRemove: () => void }) {
  const { office } = useVine();
  const answers = useKept((read) => read.answersOfCard(card.id), [card.id]) ?? [];
  const link = cardLink(office, card.id);
  const copy = async () => {
    await navigator.clipboard.writeText(link);
    toast("The link is copied.");
  };
  return (
    <section className="sheet" aria-label={card.title}>
      <h2>{card.title}</h2>
      <p className="quiet small">
        {card.publishedAt ? `Published ${formatMoment(card.publishedAt)}` : "Not published yet"},{" "}
        {counted(answers.length, "answer")} so far
      </p>
      <div className="d-flex gap-3 my-3 align-items-center">
        <QRCodeSVG
          className="flex-shrink-0"
          value={link}
          size={108}
          bgColor="#ffffff"
          fgColor="#33223a"
          marginSize={2}
          title={`QR code of ${card.title}`}
        />
        <div className="d-grid gap-2 small" style={{ minWidth: 0 }}>
          <a href={link} target="_blank" rel="noreferrer" className="text-break">
            {link}
          </a>
        </div>
      </div>
      <div className="d-flex flex-wrap gap-2">
        <Button size="sm" variant="outline-primary" onClick={copy}>
          Copy the link
        </Button>
        <Link className="btn btn-outline-primary btn-sm" href={`/families/cards/${card.id}`}>
          Sheet to print
        </Link>
        <Button size="sm" variant="outline-primary" onClick={onEdit}>
          Change
        </Button>
        <Button size="sm" variant="link" onClick={onRemove}>
          Delete<span className="visually-hidden"> {card.title}</span>
        </Button>
      </div>
    </section>
  );
}
