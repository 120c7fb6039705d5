import { shortHash } from "../model/shortHash";

/** The longest id, in UTF-16 units, that a letter and a link carry as it is. */
const LONGEST = 80;

/**
 * The id by which the post room knows a guardian, in letters and in signed links: the guardian's own, or a short alias
 * where that is too long for a mail header. Older links with the long id lead to the same guardian.
 */
export function mailId(guardianId: string): string {
  return guardianId.length <= LONGEST ? guardianId : `alias-${shortHash(guardianId)}`;
}
