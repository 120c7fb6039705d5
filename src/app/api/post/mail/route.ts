import { mailSettingsSchema } from "@/core/delivery/mailSettings";
import { answer, readBody } from "@/post/edge/problem";
import { reopenRuntime, serverRuntime } from "@/post/serverRuntime";

/** The mail settings without what is secret. */
export const GET = () => answer(async () => (await serverRuntime()).mail.view());

/** Keeps the mail settings; letters leave by them from now on. */
export const PUT = (request: Request) =>
  answer(async () => {
    await (await serverRuntime()).mail.keep(await readBody(request, mailSettingsSchema));
    return (await reopenRuntime()).mail.view();
  });
