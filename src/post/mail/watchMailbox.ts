import * as z from "zod";
import type { MailSettings } from "@/core/delivery/mailSettings";
import { MS_PER_DAY } from "@/core/model/day";
import { letterIdsIn } from "../edge/messageId";
import type { Room } from "../store/room";
import { type MailboxPlace, openMailbox, readMailbox } from "./mailbox";

const EVERY_MS = 60_000;
/** How far back the first look goes. */
const DAYS_BACK = 14;

const placeSchema = z.object({ validity: z.string(), lastUid: z.number().int() });

/** Reads a mailbox again and again until it is stopped. */
export interface MailboxWatch {
  /** Why it can't be read at present, in the server's words. */
  readonly trouble: string | undefined;
  stop(): void;
}

/**
 * Looks into the mailbox of the settings every minute, and gives what is about letters to a reader. How far it was
 * read is remembered in the room, and moves on only once all of it was taken.
 */
export function watchMailbox(
  settings: MailSettings,
  room: Room,
  read: (message: Uint8Array) => Promise<unknown>,
  now: () => number = Date.now,
  everyMs = EVERY_MS,
): MailboxWatch {
  let trouble: string | undefined;
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  const look = async () => {
    try {
      const place = await storedPlace(room);
      const client = await openMailbox(settings);
      try {
        const next = await readMailbox(client, place, new Date(now() - DAYS_BACK * MS_PER_DAY), isAboutLetters, read);
        if (next.lastUid !== place?.lastUid || next.validity !== place.validity)
          await room.set({ mailboxPlace: JSON.stringify(next) });
      } finally {
        client.close();
      }
      trouble = undefined;
    } catch (cause) {
      trouble = (cause as { responseText?: string }).responseText ?? (cause as Error).message;
    }
    if (!stopped) timer = setTimeout(look, everyMs);
  };
  void look();
  return {
    get trouble() {
      return trouble;
    },
    stop: () => {
      stopped = true;
      clearTimeout(timer);
    },
  };
}

/** An answer names a letter in its head; a notification of a mail server names it inside. */
function isAboutLetters(headers: string): boolean {
  return letterIdsIn(headers).length > 0 || /multipart\/report/i.test(headers);
}

async function storedPlace(room: Room): Promise<MailboxPlace | undefined> {
  const { mailboxPlace } = await room.row();
  if (mailboxPlace === null) return undefined;
  try {
    return placeSchema.parse(JSON.parse(mailboxPlace));
  } catch {
    // It begins again; what was taken before changes nothing.
    return undefined;
  }
}
