import { mailSettingsSchema } from "@/core/delivery/mailSettings";
import { answer, readBody } from "@/post/edge/problem";
import { serverRuntime } from "@/post/serverRuntime";

/** Tries mail settings without keeping them and without sending anything. */
export const POST = (request: Request) =>
  answer(async () => (await serverRuntime()).mail.try(await readBody(request, mailSettingsSchema)));
