/** A record with some of its fields under new names, by old name; what has none of them, or is no record, stays as it is. */
export function withNewNames(value: unknown, names: Readonly<Record<string, string>>): unknown {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return value;
  if (!Object.keys(names).some((old) => old in value)) return value;
  return Object.fromEntries(Object.entries(value).map(([key, field]) => [names[key] ?? key, field]));
}
