"use client";
import dynamic from "next/dynamic";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { toast } from "sonner";
import { updating } from "@/core/change/change";
import { isGoodAddress } from "@/core/matching/isGoodAddress";
import { DEFAULT_SETTINGS, SETTINGS_ID, type Settings } from "@/core/model/settings";
import { wholeDemo } from "@/demo/demoAutomaticNotes";
import { demoSchoolWithPast } from "@/demo/demoPast";
import { LARGE_SCHOOL } from "@/demo/demoSchool";
import { Head } from "@/ui/frame/Head";
import { chooseTheme, chosenTheme, type Theme } from "@/ui/frame/theme";
import { sayTrouble } from "@/ui/shared/trouble";
import { useChange } from "@/ui/shared/useChange";
import { useDraftOf } from "@/ui/shared/useDraftOf";
import { useVine } from "@/ui/shared/VineContext";
import { BackupSheet } from "./data/BackupSheet";
import { OldTextsSheet } from "./data/OldTextsSheet";
import { RestoreSheet } from "./data/RestoreSheet";
import { YearSheet } from "./data/YearSheet";
import { LetterHeadSheet } from "./LetterHeadSheet";
import { MailSheet } from "./MailSheet";
import { ScalesSheet } from "./ScalesSheet";
import { SchoolDaysSheet } from "./SchoolDaysSheet";
import { StatementsSheet } from "./StatementsSheet";
import { TermsSheet } from "./TermsSheet";

export function SettingsScreen() {
  const { world } = useVine();
  const settings = world.settings.get(SETTINGS_ID) ?? DEFAULT_SETTINGS;
  return (
    <>
      <Head title="Settings" />
      <div className="screen-body">
        <div className="columns">
          <div className="d-grid gap-3">
            <SenderForm settings={settings} />
            <LetterHeadSheet />
            <MailSheet />
            <ScalesSheet />
            <TermsSheet />
            <SchoolDaysSheet />
          </div>
          <div className="d-grid gap-3">
            <BackupSheet />
            <RestoreSheet />
            <StatementsSheet />
            <LookSheet />
            <OldTextsSheet />
            <YearSheet />
            <DataSheet />
          </div>
        </div>
      </div>
    </>
  );
}

// The editor comes with the sheet that needs it.
const SignatureEditor = dynamic(() => import("./SignatureEditor").then((one) => one.SignatureEditor), { ssr: false });

function SenderForm({ settings }: { settings: Settings }) {
  const change = useChange();
  const { base, draft, set: setDraft } = useDraftOf(settings);
  const replyProblem = draft.replyTo !== "" && !isGoodAddress(draft.replyTo);
  const addressProblem = !isGoodAddress(draft.teacherAddress) || replyProblem;
  const set = (part: Partial<Settings>) => setDraft((now) => ({ ...now, ...part }));
  const keep = () =>
    change(updating("settings", base, draft), "Who letters are from was changed; the next ones use it.");
  return (
    <Form
      className="sheet d-grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!addressProblem) void keep();
      }}
    >
      <h2>Who the letters are from</h2>
      <Form.Group controlId="teacher-name">
        <Form.Label>Your name</Form.Label>
        <Form.Control
          required
          value={draft.teacherName}
          onChange={(event) => set({ teacherName: event.target.value })}
        />
      </Form.Group>
      <Form.Group controlId="teacher-address">
        <Form.Label>Your address, for replies</Form.Label>
        <Form.Control
          required
          value={draft.teacherAddress}
          isInvalid={draft.teacherAddress !== "" && !isGoodAddress(draft.teacherAddress)}
          onChange={(event) => set({ teacherAddress: event.target.value.trim() })}
        />
        <Form.Control.Feedback type="invalid">It should look like name@school.example.</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="school-name">
        <Form.Label>School</Form.Label>
        <Form.Control value={draft.schoolName} onChange={(event) => set({ schoolName: event.target.value })} />
      </Form.Group>
      <div className="two-fields">
        <Form.Group controlId="sender-name">
          <Form.Label>Letters are from, if not your name</Form.Label>
          <Form.Control
            placeholder={draft.teacherName}
            value={draft.senderName}
            onChange={(event) => set({ senderName: event.target.value })}
          />
        </Form.Group>
        <Form.Group controlId="reply-to">
          <Form.Label>Replies go to, if not your address</Form.Label>
          <Form.Control
            placeholder={draft.teacherAddress}
            value={draft.replyTo}
            isInvalid={replyProblem}
            onChange={(event) => set({ replyTo: event.target.value.trim() })}
          />
          <Form.Control.Feedback type="invalid">It should look like name@school.example.</Form.Control.Feedback>
        </Form.Group>
      </div>
      <div className="signature-place">
        <div className="mb-2">Signature</div>
        <SignatureEditor initial={settings.signature} onChange={(signature) => set({ signature })} />
      </div>
      <Form.Group controlId="take-back">
        <Form.Label>Seconds to take a round back before it leaves</Form.Label>
        <Form.Control
          type="number"
          min={0}
          max={600}
          value={draft.takeBackSeconds}
          onChange={(event) =>
            set({ takeBackSeconds: Math.min(600, Math.max(0, Math.round(Number(event.target.value)))) })
          }
        />
      </Form.Group>
      <div className="text-end">
        <Button type="submit">Keep</Button>
      </div>
    </Form>
  );
}

function LookSheet() {
  const [theme, setTheme] = useState<Theme>(chosenTheme());
  const choose = (next: Theme) => {
    chooseTheme(next);
    setTheme(next);
  };
  return (
    <section className="sheet">
      <h2 className="mb-2">Light or dark</h2>
      {(["system", "light", "dark"] as const).map((choice) => (
        <Form.Check
          key={choice}
          type="radio"
          name="theme"
          id={`theme-${choice}`}
          label={choice === "system" ? "As this computer is set" : choice === "light" ? "Light" : "Dark"}
          checked={theme === choice}
          onChange={() => choose(choice)}
        />
      ))}
    </section>
  );
}

/** Each of these puts something else in the place of everything, so each asks for a second word. */
function DataSheet() {
  const { office, today } = useVine();
  const [asked, setAsked] = useState<string>();
  const choices: { words: string; done: string; replace: () => Promise<void> }[] = [
    {
      words: "Start the demo school afresh",
      done: "The demo school is fresh again.",
      replace: () => office.replaceEverything(...wholeDemo(today)),
    },
    {
      words: "Open a demo school of 2,000 students",
      done: "The large demo school is open.",
      replace: () => office.replaceEverything(...demoSchoolWithPast(today, LARGE_SCHOOL)),
    },
    {
      words: "Empty everything",
      done: "Everything is empty.",
      replace: () => office.emptyEverything(),
    },
  ];
  return (
    <section className="sheet">
      <h2 className="mb-2">The data in this browser</h2>
      <p className="small quiet">
        Classes, families, notes and the record are kept in this browser alone. Each of these replaces all of it;
        letters that wait to leave are taken back before.
      </p>
      <ul className="lines">
        {choices.map(({ words, done, replace }) => (
          <li key={words}>
            <span className="line-main">{words}</span>
            {asked === words ? (
              <Button
                size="sm"
                variant="danger"
                onClick={async () => {
                  setAsked(undefined);
                  await replace().then(
                    () => toast(done),
                    (cause: Error) => sayTrouble(cause.message),
                  );
                }}
              >
                Yes, replace all
              </Button>
            ) : (
              <Button size="sm" variant="outline-secondary" onClick={() => setAsked(words)}>
                Replace …<span className="visually-hidden"> {words}</span>
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
