/** The sign that parts whole numbers from decimals. */
export type DecimalSign = "." | ",";

/**
 * A number as people write it, with a decimal point or comma and thousands set apart; none where it is no number, or where
 * "1,234" could be both. `sign` decides that.
 */
export function plainNumber(text: string, sign: DecimalSign | undefined): number | undefined {
  const plain = text.trim().replace(/[\u00a0\u202f\s'](?=\d{3}(\D|$))/g, "");
  if (!/^[+-]?[\d.,]*\d$/.test(plain)) return undefined;
  const signs = plain.replace(/[^.,]/g, "");
  if (signs === "") return Number(plain);
  const last = signs.at(-1) as DecimalSign;
  const isMixed = signs.includes(".") && signs.includes(",");
  if (isMixed) {
    // "1.234,5": what stands last parts the decimals, once.
    if (signs.split(last).length !== 2 || (sign && sign !== last)) return undefined;
    return grouped(plain, last);
  }
  if (signs.length > 1)
    return /^[+-]?\d{1,3}([.,]\d{3})+$/.test(plain) ? Number(plain.replace(/[.,]/g, "")) : undefined;
  const isThousand = /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/.test(plain);
  if (sign) return sign === last ? grouped(plain, last) : isThousand ? Number(plain.replace(/[.,]/g, "")) : undefined;
  // A point before three digits is a decimal wherever points are; a comma may part thousands.
  return isThousand && last === "," ? undefined : grouped(plain, last);
}

function grouped(plain: string, decimal: DecimalSign): number {
  const other = decimal === "." ? "," : ".";
  return Number(plain.replaceAll(other, "").replace(decimal, "."));
}
