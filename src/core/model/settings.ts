import * as z from "zod";

/** There is one settings record, under this id. */
export const SETTINGS_ID = "settings";

export const settingsSchema = z.object({
  id: z.literal(SETTINGS_ID),
  teacherName: z.string(),
  teacherAddress: z.string(),
  schoolName: z.string(),
  /** Seconds between pressing send and the first letter leaving. */
  takeBackSeconds: z.number().int().min(0).max(600),
});
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_SETTINGS: Settings = {
  id: SETTINGS_ID,
  teacherName: "",
  teacherAddress: "",
  schoolName: "",
  takeBackSeconds: 20,
};
