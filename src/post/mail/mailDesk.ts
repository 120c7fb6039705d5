import { readdir } from "node:fs/promises";
import {
  type MailSettings,
  type MailTrial,
  type MailView,
  SECRETS,
  withKeptSecrets,
  withoutSecrets,
} from "@/core/delivery/mailSettings";
import { UNREADABLE } from "../disk/writeWhole";
import { keepMail, keptMail } from "./keptMail";
import { tryMail } from "./tryMail";
import type { MailboxWatch } from "./watchMailbox";

/** What the server's environment says of mail. */
export interface MailEnvironment {
  /** What of the settings it sets itself. */
  readonly sets: MailView["byEnvironment"];
  /** Whether there is an address by which families reach this server. */
  readonly familiesReachLinks: boolean;
}

/** The mail settings as pages see and change them: what is secret comes in and never goes out. */
export class MailDesk {
  constructor(
    private readonly folder: string,
    private readonly environment: MailEnvironment,
    private readonly mailbox: MailboxWatch | undefined,
  ) {}

  async view(): Promise<MailView> {
    const kept = await keptMail(this.folder);
    return {
      settings: withoutSecrets(kept),
      kept: SECRETS.filter((name) => kept.signIn[name] !== ""),
      byEnvironment: this.environment.sets,
      familiesReachLinks: this.environment.familiesReachLinks,
      setAside: await setAsideIn(this.folder),
      ...(this.mailbox?.trouble && { readingTrouble: this.mailbox.trouble }),
    };
  }

  /** Keeps the settings, with the secrets of before where they were left empty. They hold once the house is opened anew. */
  async keep(settings: MailSettings): Promise<void> {
    await keepMail(this.folder, withKeptSecrets(settings, await keptMail(this.folder)));
  }

  async try(settings: MailSettings): Promise<MailTrial> {
    return tryMail(withKeptSecrets(settings, await keptMail(this.folder)));
  }
}

/** What was set aside because it could not be read, wherever below a folder. */
async function setAsideIn(folder: string): Promise<string[]> {
  const names = await readdir(folder, { recursive: true });
  return names.filter((name) => name.endsWith(UNREADABLE)).sort();
}
