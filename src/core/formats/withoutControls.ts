/** Text without control characters; line breaks stay, each as one line feed. */
export function withoutControls(text: string): string {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: these never leave
  return text.replace(/\r\n?/g, "\n").replace(/[\u0000-\u0009\u000b-\u001f\u007f]/g, "");
}
