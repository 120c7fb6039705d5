import { type MailSettings, mailSettingsSchema, NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import type { Room } from "../store/room";

/** The mail settings of a room, for the server's eyes alone. What can't be read any more is as if nothing were set. */
export async function storedMail(room: Room): Promise<MailSettings> {
  const { mailSettings } = await room.row();
  if (mailSettings === null) return NO_MAIL_SETTINGS;
  try {
    return mailSettingsSchema.parse(JSON.parse(mailSettings));
  } catch (cause) {
    console.error(
      new Error("The mail settings can’t be read; letters go to the practice post until they are set again.", {
        cause,
      }),
    );
    return NO_MAIL_SETTINGS;
  }
}

/** Resolves once they are on disk. */
export async function storeMail(room: Room, settings: MailSettings): Promise<void> {
  await room.set({ mailSettings: JSON.stringify(settings) });
}
