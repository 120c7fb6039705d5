import * as z from "zod";

/** How a connection to a mail server is kept from other eyes. */
export const SECURITIES = ["TLS from the start", "TLS after the greeting", "none"] as const;
export type Security = (typeof SECURITIES)[number];

/** The usual port of each, for sending (RFC 8314, RFC 6409) and for reading (RFC 8314, RFC 9051). */
export const USUAL_PORTS: Record<"sending" | "reading", Record<Security, number>> = {
  sending: { "TLS from the start": 465, "TLS after the greeting": 587, none: 25 },
  reading: { "TLS from the start": 993, "TLS after the greeting": 143, none: 143 },
};

const LOOPBACK = /^(127\.0\.0\.1|localhost|\[?::1\]?)$/;

const placeSchema = z
  .object({
    host: z
      .string()
      .trim()
      .min(1, "The name of the server is missing, such as mail.school.example.")
      .max(253)
      .regex(/^[^\s/:@]+$|^\[[0-9a-f:]+\]$/i, "Only the name of the server, without a port, a path or spaces."),
    port: z
      .number("A number from 1 to 65535.")
      .int()
      .min(1, "A number from 1 to 65535.")
      .max(65_535, "A number from 1 to 65535."),
    security: z.enum(SECURITIES),
  })
  .refine(({ security, host }) => security !== "none" || LOOPBACK.test(host), {
    path: ["security"],
    message: "Without TLS your password could be read on the way; that goes only to a server on this computer.",
  });

/** How one signs in. What is secret is empty where the one that is kept stays. */
const signInSchema = z.object({
  name: z.string().trim().max(320),
  by: z.enum(["password", "OAuth 2"]),
  password: z.string().max(1000),
  clientId: z.string().trim().max(500),
  clientSecret: z.string().max(1000),
  refreshToken: z.string().max(4000),
  /** Where a refresh token is changed for one to sign in with (RFC 6749, section 6). */
  tokenAddress: z.union([
    z.literal(""),
    z.url({ protocol: /^https?$/, error: "A web address, such as https://login.school.example/token." }),
  ]),
});
export type SignIn = z.infer<typeof signInSchema>;

/** Whether what is sent there can't be read on the way: by TLS, or since it stays on this computer. */
function isSafeAddress(address: string): boolean {
  const { protocol, hostname } = new URL(address);
  return protocol === "https:" || LOOPBACK.test(hostname);
}

const countSchema = z.number().int().min(1, "A whole number from 1 on, or nothing.").max(1_000_000).optional();

/** The school's mail server: where letters leave by, and where what comes back is read. */
export const mailSettingsSchema = z
  .object({
    /** None is the practice post. */
    sending: placeSchema.optional(),
    /** None is not read by the application. */
    reading: placeSchema.optional(),
    signIn: signInSchema,
    /** The most letters a day and a minute that the server lets through. */
    dailyLimit: countSchema,
    perMinute: countSchema,
  })
  .superRefine(({ signIn: { by, tokenAddress, name }, sending, reading }, context) => {
    if (by !== "OAuth 2" || (!sending && !reading)) return;
    const missing = (part: string, message: string) =>
      context.addIssue({ code: "custom", path: ["signIn", part], message });
    if (name === "") missing("name", "OAuth 2 needs the name of the mailbox.");
    if (tokenAddress === "") missing("tokenAddress", "OAuth 2 needs the address where tokens are given.");
    else if (!isSafeAddress(tokenAddress))
      missing("tokenAddress", "Only an address that begins with https://: your secret could be read on the way.");
  });
export type MailSettings = z.infer<typeof mailSettingsSchema>;

export const NO_MAIL_SETTINGS: MailSettings = {
  signIn: {
    name: "",
    by: "password",
    password: "",
    clientId: "",
    clientSecret: "",
    refreshToken: "",
    tokenAddress: "",
  },
};

/** What of a sign-in never leaves the server again. */
export const SECRETS = ["password", "clientSecret", "refreshToken"] as const;

/** What a page is told of the settings: no secret, only which are kept. */
export const mailViewSchema = z.object({
  settings: mailSettingsSchema,
  /** The secrets that are kept, by name. */
  kept: z.array(z.enum(SECRETS)),
  /** What the server's environment sets; it wins over the form. */
  byEnvironment: z.array(z.enum(["sending", "reading", "limits"])),
  /** Whether families can reach links that lead to this server. */
  familiesReachLinks: z.boolean(),
  /** Files of the post room that could not be read, and were set aside, by name. */
  setAside: z.array(z.string()),
  /** Why what comes back can't be read at present, in the server's words. */
  readingTrouble: z.string().optional(),
});
export type MailView = z.infer<typeof mailViewSchema>;

/** What trying the settings showed, for each way: it went well, or what was said. */
export const mailTrialSchema = z.object({
  sending: z.object({ ok: z.boolean(), words: z.string() }).optional(),
  reading: z.object({ ok: z.boolean(), words: z.string() }).optional(),
});
export type MailTrial = z.infer<typeof mailTrialSchema>;

/**
 * The settings with the saved secrets where one was left empty. They go only where they were given for: another server, port,
 * user or token address gets none of them (`mustAskAgain`).
 */
export function withKeptSecrets(settings: MailSettings, kept: MailSettings): MailSettings {
  if (!isSamePlace(settings, kept)) return settings;
  const secrets = SECRETS.map((name) => [name, settings.signIn[name] || kept.signIn[name]]);
  return { ...settings, signIn: { ...settings.signIn, ...Object.fromEntries(secrets) } };
}

/** The secrets that were left empty and would have to be typed again, since they would go elsewhere than before. */
export function mustAskAgain(settings: MailSettings, kept: MailSettings): (typeof SECRETS)[number][] {
  if (isSamePlace(settings, kept)) return [];
  const needed =
    settings.signIn.by === "password" ? (["password"] as const) : (["clientSecret", "refreshToken"] as const);
  return needed.filter((name) => settings.signIn[name] === "" && kept.signIn[name] !== "");
}

/** Whether secrets would go just where they went before, or to some of these places. */
function isSamePlace(settings: MailSettings, kept: MailSettings): boolean {
  const { name, tokenAddress } = settings.signIn;
  const isKept = (which: "sending" | "reading") => {
    const place = settings[which];
    const before = kept[which];
    return place === undefined || (place.host === before?.host && place.port === before.port);
  };
  const isSameToken = settings.signIn.by !== "OAuth 2" || tokenAddress === kept.signIn.tokenAddress;
  return isKept("sending") && isKept("reading") && isSameToken && name === kept.signIn.name;
}

/** The settings without what is secret. */
export function withoutSecrets({ signIn, ...settings }: MailSettings): MailSettings {
  return { ...settings, signIn: { ...signIn, password: "", clientSecret: "", refreshToken: "" } };
}
