"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { Button, Form } from "react-bootstrap";
import { FormProvider, type Resolver, useForm, useFormContext } from "react-hook-form";
import { toast } from "sonner";
import {
  type MailSettings,
  type MailTrial,
  type MailView,
  mailSettingsSchema,
  SECURITIES,
  USUAL_PORTS,
} from "@/core/delivery/mailSettings";
import { keepMailSettings, tryMailSettings } from "@/office/rounds/mailOfServer";
import { FormCheck } from "@/ui/shared/form/FormCheck";
import { FormChoice } from "@/ui/shared/form/FormChoice";
import { FormField } from "@/ui/shared/form/FormField";
import { sayTrouble } from "@/ui/shared/trouble";
import { useVine } from "@/ui/shared/VineContext";

type Way = "sending" | "reading";
/** The form has both ways filled in; which of them count is ticked. */
type Filled = Required<Pick<MailSettings, Way>> & Omit<MailSettings, Way> & { readonly uses: Record<Way, boolean> };

const SECURITY_WORDS: Record<(typeof SECURITIES)[number], string> = {
  "TLS from the start": "TLS from the start (the usual way)",
  "TLS after the greeting": "TLS after the greeting (STARTTLS)",
  none: "none, for a server on this computer",
};

/** Checks what counts of the form, and gives that on. */
const resolver: Resolver<Filled, unknown, MailSettings> = (values, context, options) =>
  zodResolver(mailSettingsSchema)(settingsOf(values) as never, context, options as never) as never;

function settingsOf({ uses, sending, reading, ...rest }: Filled): MailSettings {
  return { ...rest, ...(uses.sending && { sending }), ...(uses.reading && { reading }) };
}

function filledFrom({ settings }: MailView): Filled {
  const place = (way: Way) => ({ host: "", port: USUAL_PORTS[way]["TLS from the start"], security: SECURITIES[0] });
  return {
    ...settings,
    sending: settings.sending ?? place("sending"),
    reading: settings.reading ?? place("reading"),
    uses: { sending: settings.sending !== undefined, reading: settings.reading !== undefined },
  };
}

/** The school's mail server, to be tried before it is kept. */
export function MailForm({
  view,
  onKept,
  onClose,
}: {
  view: MailView;
  onKept: (view: MailView) => void;
  onClose: () => void;
}) {
  const { office } = useVine();
  const form = useForm<Filled, unknown, MailSettings>({ defaultValues: filledFrom(view), resolver });
  const [trial, setTrial] = useState<MailTrial>();
  const [busy, setBusy] = useState<"trying" | "keeping">();
  const { uses, signIn } = form.watch();
  const run = (what: "trying" | "keeping") =>
    form.handleSubmit(async (settings) => {
      setBusy(what);
      setTrial(undefined);
      try {
        if (what === "trying") setTrial(await tryMailSettings(office, settings));
        else {
          onKept(await keepMailSettings(office, settings));
          toast("The mail settings are kept.");
        }
      } catch (cause) {
        sayTrouble((cause as Error).message);
      } finally {
        setBusy(undefined);
      }
    });
  return (
    <FormProvider {...form}>
      <Form className="d-grid gap-3" onSubmit={run("keeping")} noValidate>
        <fieldset className="d-grid gap-2">
          <legend className="h3">Letters leave by</legend>
          <FormCheck<Filled> name="uses.sending" type="switch" label="the school’s mail server, for real" />
          {uses.sending ? (
            <PlaceFields way="sending" />
          ) : (
            <p className="small quiet">Without it letters go to the practice post.</p>
          )}
          {uses.sending && (
            <div className="two-fields">
              <FormField<Filled> name="dailyLimit" label="Letters a day at most" type="number" />
              <FormField<Filled> name="perMinute" label="Letters a minute at most" type="number" />
            </div>
          )}
        </fieldset>
        <fieldset className="d-grid gap-2">
          <legend className="h3">What comes back is read from</legend>
          <FormCheck<Filled> name="uses.reading" type="switch" label="your mailbox (IMAP); nothing in it is changed" />
          {uses.reading && <PlaceFields way="reading" />}
        </fieldset>
        {(uses.sending || uses.reading) && (
          <fieldset className="d-grid gap-2">
            <legend className="h3">Signing in</legend>
            <div className="two-fields">
              <FormField<Filled> name="signIn.name" label="Name of the mailbox" />
              <FormChoice<Filled> name="signIn.by" label="Signed in by">
                <option value="password">a password</option>
                <option value="OAuth 2">OAuth 2</option>
              </FormChoice>
            </div>
            {signIn.by === "password" ? (
              <>
                <SecretField name="password" label="Password" view={view} />
                <p className="small quiet">
                  Where the school asks for a second proof when you sign in, your usual password does not work here.
                  Make an app password then: a long word for this program alone, from the security page of your mail
                  account.
                </p>
              </>
            ) : (
              <>
                <FormField<Filled> name="signIn.clientId" label="Client id" />
                <SecretField name="clientSecret" label="Client secret" view={view} />
                <SecretField name="refreshToken" label="Refresh token" view={view} />
                <FormField<Filled> name="signIn.tokenAddress" label="Where tokens are given" placeholder="https://" />
                <p className="small quiet">These four come from whoever looks after the school’s mail.</p>
              </>
            )}
          </fieldset>
        )}
        {trial && <TrialWords trial={trial} />}
        <p className="small quiet">
          Kept on this computer, for your eyes alone; passwords never come back to a page and go into no backup.
        </p>
        <div className="d-flex gap-2 justify-content-end">
          <Button variant="link" onClick={onClose}>
            Leave as it was
          </Button>
          {(uses.sending || uses.reading) && (
            <Button variant="outline-primary" disabled={busy !== undefined} onClick={run("trying")}>
              {busy === "trying" ? "Trying …" : "Try it"}
            </Button>
          )}
          <Button type="submit" disabled={busy !== undefined}>
            {busy === "keeping" ? "Keeping …" : "Keep the mail settings"}
          </Button>
        </div>
      </Form>
    </FormProvider>
  );
}

function PlaceFields({ way }: { way: Way }) {
  const { setValue, getValues } = useFormContext<Filled>();
  return (
    <>
      <div className="two-fields">
        <FormField<Filled> name={`${way}.host`} label="Name of the server" placeholder="mail.school.example" />
        <FormField<Filled> name={`${way}.port`} label="Port" type="number" />
      </div>
      <FormChoice<Filled>
        name={`${way}.security`}
        label="Kept from other eyes by"
        onChosen={(security) => {
          // A port that nobody chose follows.
          const usual = Object.values(USUAL_PORTS[way]);
          if (usual.includes(Number(getValues(`${way}.port`))))
            setValue(`${way}.port`, USUAL_PORTS[way][security as (typeof SECURITIES)[number]]);
        }}
      >
        {SECURITIES.map((one) => (
          <option key={one} value={one}>
            {SECURITY_WORDS[one]}
          </option>
        ))}
      </FormChoice>
    </>
  );
}

function SecretField({ name, label, view }: { name: MailView["kept"][number]; label: string; view: MailView }) {
  const isKept = view.kept.includes(name);
  return (
    <FormField<Filled>
      name={`signIn.${name}`}
      label={label}
      type="password"
      {...(isKept && { placeholder: "kept; leave it empty to go on with it" })}
    />
  );
}

function TrialWords({ trial }: { trial: MailTrial }) {
  const lines = [
    ["Sending", trial.sending],
    ["Reading", trial.reading],
  ] as const;
  return (
    <ul className="list-unstyled mb-0" role="status">
      {lines.map(
        ([way, result]) =>
          result && (
            <li key={way} className={result.ok ? "" : "text-danger"}>
              {way}: {result.words}
            </li>
          ),
      )}
    </ul>
  );
}
