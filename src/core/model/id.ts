import * as z from "zod";

/** Ids name files: nothing in them may lead elsewhere. */
export const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,80}$/);
