import * as z from "zod";
import { type FieldNode, type SignatureDocument, signatureDocumentSchema } from "./letterBody";
import { letterHeadSchema, PLAIN_HEAD } from "./letterHead";
import { daysOffSchema } from "./schoolYear";

/** There is one settings record, under this id. */
export const SETTINGS_ID = "settings";

/** What letters take from the teacher and the school. */
export const settingsSchema = z.object({
  id: z.literal(SETTINGS_ID),
  teacherName: z.string(),
  teacherAddress: z.string(),
  /** The name that letters are from, where it is not the teacher's own. */
  senderName: z.string(),
  /** Where replies go, where it is not the teacher's own address. */
  replyTo: z.string(),
  signature: signatureDocumentSchema,
  schoolName: z.string(),
  /** What stands above letters; none is nothing. */
  letterHead: letterHeadSchema.optional(),
  /** What letters and reports are printed on; A4 where nothing was said. */
  paper: z.enum(["a4", "us-letter"]).optional(),
  /** Seconds between pressing send and the first letter leaving. */
  takeBackSeconds: z.number().int().min(0).max(600),
  /** On which days of the week there is school, Monday 0 to Sunday 6; Monday to Friday where nothing was said. */
  schoolWeekdays: z.array(z.number().int().min(0).max(6)).optional(),
  daysOff: z.array(daysOffSchema).optional(),
  /** Within so many days a guardian gets one letter of all automatic notes together; none is as many as there are. */
  quietDays: z.number().int().min(1).max(60).optional(),
  /** The languages whose ready-made words somebody who speaks them has read, by their tags. */
  readLanguages: z.array(z.string().min(2)).optional(),
  /** Words and files of letters older than so many days are let go; none keeps them. */
  keepTextsDays: z.number().int().min(30).max(3650).optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

/** The teacher's name and the school, until something else is written. */
export const PLAIN_SIGNATURE: SignatureDocument = {
  type: "doc",
  content: [
    {
      type: "paragraph",
      content: [signatureField("teacher.name"), { type: "hardBreak" }, signatureField("school.name")],
    },
  ],
};

function signatureField(field: string): FieldNode {
  return { type: "field", attrs: { field, fallback: "", format: "", upperFirst: false } };
}

/** What an empty browser begins with. Without an address of the teacher nothing can be sent. */
export const DEFAULT_SETTINGS: Settings = {
  id: SETTINGS_ID,
  teacherName: "",
  teacherAddress: "",
  senderName: "",
  replyTo: "",
  signature: PLAIN_SIGNATURE,
  schoolName: "",
  // Letters look like letters from the first on; it says nothing while the school has no name.
  letterHead: PLAIN_HEAD,
  takeBackSeconds: 20,
};
