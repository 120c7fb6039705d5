import { gfm } from "@joplin/turndown-plugin-gfm";
import TurndownService from "turndown";

/** A finished letter as Markdown, its subject as the heading. */
export function toMarkdown(subject: string, html: string): string {
  const service = new TurndownService({ headingStyle: "atx", bulletListMarker: "-" });
  service.use(gfm);
  const body = html.slice(html.indexOf("<body")).replace(/<\/?(?:body|html)[^>]*>/g, "");
  return `# ${subject}\n\n${service.turndown(body).trim()}\n`;
}
