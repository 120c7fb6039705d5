import { existsSync } from "node:fs";
import { readFile } from "node:fs/promises";
import path from "node:path";
import { type MailSettings, mailSettingsSchema, NO_MAIL_SETTINGS } from "@/core/delivery/mailSettings";
import { syncFolder, writeWhole } from "../disk/writeWhole";

/** The mail settings in the server's folder, for the owner's eyes alone. What can't be read any more is as if nothing were set. */
export async function keptMail(folder: string): Promise<MailSettings> {
  const file = fileIn(folder);
  if (!existsSync(file)) return NO_MAIL_SETTINGS;
  try {
    return mailSettingsSchema.parse(JSON.parse(await readFile(file, "utf8")));
  } catch (cause) {
    console.error(
      new Error("The mail settings can’t be read; letters go to the practice post until they are set anew.", { cause }),
    );
    return NO_MAIL_SETTINGS;
  }
}

/** Resolves once they are on disk. */
export async function keepMail(folder: string, settings: MailSettings): Promise<void> {
  await writeWhole(fileIn(folder), JSON.stringify(settings));
  await syncFolder(folder);
}

function fileIn(folder: string): string {
  return path.join(folder, "mail.json");
}
