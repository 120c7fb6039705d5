/** By what the field of a form is known in the page. */
export function fieldId(name: string): string {
  return `field-${name.replaceAll(".", "-")}`;
}
