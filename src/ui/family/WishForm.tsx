"use client";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import type { Wish } from "@/core/families/familyEvent";
import { ownNameOf, PRODUCT_TAGS } from "@/core/language/productTags";
import { type Frequency, wishesDigest } from "@/core/model/guardian";
import { sendWish } from "./sendAnswer";

interface WishFormProps {
  readonly token: string;
  readonly sender: { readonly teacherName: string; readonly schoolName: string };
  /** What was said last. */
  readonly last: Wish;
  /** The answer whose link was followed; it holds only once it is confirmed here, since mail programs follow links too. */
  readonly proposed: "confirmed" | "declined" | "stopped" | undefined;
}

type Often = Frequency | "none";

/** Whether, how often and in which language letters are welcome. */
export function WishForm({ token, sender, last, proposed }: WishFormProps) {
  const [often, setOften] = useState<Often>(
    proposed === "declined" ||
      proposed === "stopped" ||
      last.confirmation === "stopped" ||
      last.confirmation === "declined"
      ? "none"
      : (last.frequency ?? "each letter"),
  );
  const [language, setLanguage] = useState(last.language ?? "");
  const [urgentToo, setUrgentToo] = useState(last.urgentToo ?? false);
  const [said, setSaid] = useState<string>();
  const [trouble, setTrouble] = useState("");
  const [busy, setBusy] = useState(false);
  const from = sender.teacherName || "the teacher";

  const send = async (wish: Wish, words: string) => {
    setBusy(true);
    setTrouble("");
    try {
      await sendWish(token, wish);
      setSaid(words);
    } catch (cause) {
      setTrouble((cause as Error).message);
    }
    setBusy(false);
  };
  const answer = (confirmation: "confirmed" | "declined") =>
    send(
      { confirmation },
      confirmation === "confirmed"
        ? `Thank you. ${from} may write to you.`
        : `Thank you. ${from} will not write to you.`,
    );
  const save = () =>
    send(
      {
        confirmation: often === "none" ? "stopped" : "confirmed",
        ...(often !== "none" && { frequency: often }),
        ...(wishesDigest(often) && { urgentToo }),
        ...(language && { language }),
      },
      often === "none" ? "You will get no more letters." : "Your wish is kept.",
    );

  return (
    <div className="d-grid gap-3">
      <header>
        <h1>Letters from {from}</h1>
        <p className="quiet small">{sender.schoolName}</p>
      </header>
      {said && (
        <p className="lead-line" role="status">
          {said} You can change your mind here at any time.
        </p>
      )}
      {!said && proposed === "stopped" && (
        <section className="d-grid gap-2" aria-label="Stop the letters">
          <p>Shall the letters to you stop? It holds at once, for all classes of {from}.</p>
          <Button disabled={busy} onClick={save}>
            Stop the letters
          </Button>
        </section>
      )}
      {!said && proposed && proposed !== "stopped" && (
        <section className="d-grid gap-2" aria-label="Your answer">
          <p>May {from} write to you about your child?</p>
          <Button
            variant={proposed === "confirmed" ? "primary" : "outline-primary"}
            disabled={busy}
            onClick={() => answer("confirmed")}
          >
            Yes, please write to me
          </Button>
          <Button
            variant={proposed === "declined" ? "primary" : "outline-primary"}
            disabled={busy}
            onClick={() => answer("declined")}
          >
            No, please do not write to me
          </Button>
        </section>
      )}
      {trouble && (
        <p className="finding is-stop" role="alert">
          {trouble}
        </p>
      )}
      <Form
        className="d-grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <h2>How often</h2>
        {(
          [
            ["each letter", "Each letter as it comes"],
            ["daily", "One letter a day, with all that is new"],
            ["weekly", "One letter a week, with all that is new"],
            ["none", "No letters"],
          ] as const
        ).map(([value, words]) => (
          <Form.Check
            key={value}
            type="radio"
            id={`often-${value}`}
            name="often"
            label={words}
            checked={often === value}
            onChange={() => setOften(value)}
          />
        ))}
        {wishesDigest(often) && (
          <Form.Check
            id="urgent-too"
            label="Urgent letters too: all of them wait for that one"
            checked={urgentToo}
            onChange={({ target }) => setUrgentToo(target.checked)}
          />
        )}
        <Form.Label htmlFor="language" className="mt-2 mb-0">
          The language you read best
        </Form.Label>
        <Form.Select id="language" value={language} onChange={(event) => setLanguage(event.target.value)}>
          <option value="">As it is now</option>
          {PRODUCT_TAGS.map((tag) => (
            <option key={tag} value={tag}>
              {ownNameOf(tag)}
            </option>
          ))}
        </Form.Select>
        <Button type="submit" variant="outline-primary" disabled={busy}>
          Keep this
        </Button>
      </Form>
    </div>
  );
}
