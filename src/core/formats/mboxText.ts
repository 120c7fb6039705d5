/**
 * Messages (RFC 5322) as one mailbox file (RFC 4155, in the variant that quotes every line which could begin a message,
 * so that each can be read back as it was). `at` in ms since the epoch.
 */
export function mboxText(messages: readonly string[], sender: string, at: number): string {
  // "Tue Nov 24 15:05:00 2026", in UTC as the format wants it.
  const [weekday = "", day = "", month = "", year = "", time = ""] = new Date(at)
    .toUTCString()
    .replace(",", "")
    .split(" ");
  const first = `From ${sender} ${weekday} ${month} ${day} ${time} ${year}\n`;
  return messages
    .map(
      (message) =>
        `${first}${message
          .replace(/\r\n?/g, "\n")
          .replace(/^>*From /gm, ">$&")
          .trimEnd()}\n\n`,
    )
    .join("");
}
