import * as z from "zod";

/** The most points one assignment can be worth; keeps sums of a term exact. */
export const MAX_POINTS = 100_000;

/** Points carry up to four decimals. */
export const pointsSchema = z.number().min(0).max(MAX_POINTS).multipleOf(0.0001);
