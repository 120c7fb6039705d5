/** What was typed into a field for a number; nothing where nothing was. */
export function typedNumber(typed: string | number | undefined): number | undefined {
  return typed === "" || typed === undefined ? undefined : Number(typed);
}
