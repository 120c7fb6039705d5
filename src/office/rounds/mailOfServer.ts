import * as z from "zod";
import {
  type MailSettings,
  type MailTrial,
  type MailView,
  mailTrialSchema,
  mailViewSchema,
} from "@/core/delivery/mailSettings";
import { counted } from "@/core/words";
import { ask } from "../open/ask";
import type { OfficeCore } from "../open/officeCore";

type Asking = Pick<OfficeCore, "around">;

/** The mail settings of the server, without what is secret. Errors: nobody answers. */
export async function mailSettings({ around }: Asking): Promise<MailView> {
  return mailViewSchema.parse(await ask(around, "/api/post/mail", {}));
}

/** Keeps mail settings on the server; letters leave by them from then on. Errors: they are refused, in words. */
export async function keepMailSettings(
  { around, line }: Pick<OfficeCore, "around" | "line">,
  settings: MailSettings,
): Promise<MailView> {
  const answer = await ask(around, "/api/post/mail", { method: "PUT", body: JSON.stringify(settings) });
  // What the screens say of the post is asked again.
  line.wake();
  return mailViewSchema.parse(answer);
}

/** Tries mail settings without keeping them and without sending anything. */
export async function tryMailSettings({ around }: Asking, settings: MailSettings): Promise<MailTrial> {
  return mailTrialSchema.parse(
    await ask(around, "/api/post/mail/trial", { method: "POST", body: JSON.stringify(settings) }),
  );
}

const takenSchema = z.object({ about: z.enum(["an answer", "a notification", "neither"]) });

/** Gives the post room a message from the teacher's own mail program; says what it was. */
export async function takeMessage({ around }: Asking, message: Blob): Promise<z.infer<typeof takenSchema>["about"]> {
  return takenSchema.parse(await ask(around, "/api/post/inbox", { method: "POST", body: message })).about;
}

const repairedSchema = z.object({ rows: z.number(), torn: z.array(z.string()), aside: z.string() });

/** Repairs what the server remembers; says what came of it. Errors: nothing could be read, in words. */
export async function repairServer({ around, line }: Pick<OfficeCore, "around" | "line">): Promise<string> {
  const { rows, torn, aside } = repairedSchema.parse(await ask(around, "/api/post/repair", { method: "POST" }));
  line.wake();
  const kept = `The damaged file is kept as ${aside}.`;
  if (rows === 0) return `Nothing in the file could be read. The post room goes on with a new one. ${kept}`;
  const lost =
    torn.length === 0
      ? "Everything could be read."
      : "Some of it could not be read: look in the record for letters that still wait, and send them again.";
  return `${counted(rows, "entry", "entries")} were read and the post room goes on. ${lost} ${kept}`;
}
