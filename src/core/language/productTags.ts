/** The languages (BCP 47) that the product has words of its own in: those that are offered, in this order. */
export const PRODUCT_TAGS = ["en", "es", "pl", "vi", "ar", "fr", "pt", "uk", "zh"] as const;
export type ProductTag = (typeof PRODUCT_TAGS)[number];

/** What speakers of a language call it. */
export function ownNameOf(tag: ProductTag): string {
  const name = new Intl.DisplayNames(tag, { type: "language" }).of(tag) ?? tag;
  return name.charAt(0).toLocaleUpperCase(tag) + name.slice(1);
}
