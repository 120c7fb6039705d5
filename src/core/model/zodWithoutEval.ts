import * as z from "zod";

/**
 * To be imported before any schema is made. The library tries by itself whether code can be made from text, to be faster; the
 * security policy of every page forbids that, and each try would be reported as a breach of it.
 */
z.config({ jitless: true });
