"use client";
import { Form } from "react-bootstrap";

const LEAST_CHARACTERS = 10;

/** What is wrong with a passphrase that was typed twice, in words; empty where nothing is. */
export function passphraseProblem(passphrase: string, again: string): string {
  if (passphrase.length < LEAST_CHARACTERS)
    return `A passphrase has ${LEAST_CHARACTERS} characters at least: three or four words are easy to keep in mind.`;
  return passphrase === again ? "" : "The two are not the same yet.";
}

interface PassphraseFieldProps {
  readonly passphrase: string;
  readonly again: string;
  readonly onChange: (passphrase: string) => void;
  readonly onAgain: (again: string) => void;
}

/** A passphrase, typed twice: whoever loses it loses the backup. */
export function PassphraseField({ passphrase, again, onChange, onAgain }: PassphraseFieldProps) {
  return (
    <div className="d-grid gap-2">
      <Form.Group controlId="passphrase">
        <Form.Label>Passphrase</Form.Label>
        <Form.Control
          type="password"
          autoComplete="new-password"
          value={passphrase}
          onChange={({ target }) => onChange(target.value)}
        />
        <Form.Text>Nobody can open the backup without it, nor can we.</Form.Text>
      </Form.Group>
      <Form.Group controlId="passphrase-again">
        <Form.Label>The same once more</Form.Label>
        <Form.Control
          type="password"
          autoComplete="new-password"
          value={again}
          onChange={({ target }) => onAgain(target.value)}
        />
      </Form.Group>
    </div>
  );
}
