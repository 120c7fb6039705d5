import { mailSettingsSchema } from "@/core/delivery/mailSettings";
import { answer, readBody } from "@/post/edge/problem";
import { house, reopenHouse } from "@/post/house";

/** The mail settings without what is secret. */
export const GET = () => answer(async () => (await house()).mail.view());

/** Keeps the mail settings; letters leave by them from now on. */
export const PUT = (request: Request) =>
  answer(async () => {
    await (await house()).mail.keep(await readBody(request, mailSettingsSchema));
    return (await reopenHouse()).mail.view();
  });
