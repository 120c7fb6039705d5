import { mailSettingsSchema } from "@/core/delivery/mailSettings";
import { answer, readBody } from "@/post/edge/problem";
import { house } from "@/post/house";

/** Tries mail settings without keeping them and without sending anything. */
export const POST = (request: Request) =>
  answer(async () => (await house()).mail.try(await readBody(request, mailSettingsSchema)));
