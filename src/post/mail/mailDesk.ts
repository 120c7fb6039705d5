import {
  type MailSettings,
  type MailTrial,
  type MailView,
  mustAskAgain,
  SECRETS,
  withKeptSecrets,
  withoutSecrets,
} from "@/core/delivery/mailSettings";
import { Problem } from "../edge/problem";
import type { Room } from "../store/room";
import { storedMail, storeMail } from "./storedMail";
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
    private readonly room: Room,
    private readonly environment: MailEnvironment,
    private readonly mailbox: MailboxWatch | undefined,
  ) {}

  async view(): Promise<MailView> {
    const kept = await storedMail(this.room);
    return {
      settings: withoutSecrets(kept),
      kept: SECRETS.filter((name) => kept.signIn[name] !== ""),
      byEnvironment: this.environment.sets,
      familiesReachLinks: this.environment.familiesReachLinks,
      setAside: await setAsideIn(this.room),
      ...(this.mailbox?.trouble && { readingTrouble: this.mailbox.trouble }),
    };
  }

  /** Keeps the settings, with the secrets of before where they were left empty. They hold once the server is opened again. */
  async keep(settings: MailSettings): Promise<void> {
    await storeMail(this.room, await this.withSecrets(settings));
  }

  async try(settings: MailSettings): Promise<MailTrial> {
    return tryMail(await this.withSecrets(settings));
  }

  /** Errors: secrets that are saved would go to another place than they were given for. */
  private async withSecrets(settings: MailSettings): Promise<MailSettings> {
    const kept = await storedMail(this.room);
    const missing = mustAskAgain(settings, kept).map((name) => SECRET_WORDS[name]);
    if (missing.length > 0)
      throw new Problem(
        "not readable",
        `Enter the ${missing.join(" and the ")} again: it was saved for another server, port, user or token address, and is sent nowhere else.`,
      );
    return withKeptSecrets(settings, kept);
  }
}

const SECRET_WORDS = { password: "password", clientSecret: "client secret", refreshToken: "refresh token" } as const;

/** What was set aside because it could not be read, by name. */
async function setAsideIn({ db, id }: Room): Promise<string[]> {
  const rows = await db.selectFrom("setAside").select("name").where("room", "=", id).orderBy("name").execute();
  return rows.map(({ name }) => name);
}
