import { Puppeteer } from "puppeteer-core";

/**
 * Controls by their role and their accessible name, as `::-p-control(button Send)`. The browser's own tree of them says the same,
 * but keeping that tree costs every change of a page more than the change itself. Any form control has the role `field`.
 */
Puppeteer.registerCustomQueryHandler("control", {
  queryOne: (root, selector) => {
    const [role = "", ...words] = selector.split(" ");
    const wanted = words.join(" ");
    const places: Record<string, string> = {
      button: "button, summary, [role=button], input[type=button], input[type=submit]",
      link: "a[href], [role=link]",
      field: "input, select, textarea, button, [role=textbox], [role=combobox], [contenteditable=true]",
    };

    // Methods, since a function with a name of its own would need a helper that pages do not have.
    const reader = {
      nameOf(element: Element): string {
        const labelledBy = element.getAttribute("aria-labelledby")?.split(" ") ?? [];
        const labels = labelledBy.flatMap((id) => document.getElementById(id) ?? []);
        if (labels.length > 0) return labels.map((label) => reader.wordsOf(label)).join(" ");
        const label = element.getAttribute("aria-label");
        if (label) return label;
        const ofForm = [...((element as HTMLInputElement).labels ?? [])];
        if (ofForm.length > 0) return ofForm.map((one) => reader.wordsOf(one)).join(" ");
        const own = element.matches("input, select, textarea") ? "" : reader.wordsOf(element);
        return own || element.getAttribute("title") || "";
      },
      /** What is read of an element: its text, and the names of what is in it that has one, without what is hidden. */
      wordsOf(node: Node): string {
        if (node.nodeType === Node.TEXT_NODE) return node.textContent ?? "";
        if (!(node instanceof Element) || node.getAttribute("aria-hidden") === "true") return "";
        // A label that stands around its control is not named by what is chosen there.
        if (node.matches("input, select, textarea")) return "";
        const { display, visibility } = getComputedStyle(node);
        if (display === "none" || visibility === "hidden") return "";
        const own = node.getAttribute("aria-label") ?? node.getAttribute("alt");
        if (own !== null) return own;
        const between = display.startsWith("inline") || display === "contents" ? "" : " ";
        return between + [...node.childNodes].map((child) => reader.wordsOf(child)).join("") + between;
      },
      plain(text: string): string {
        return text.replace(/\s+/g, " ").trim();
      },
    };

    const found = [...(root as Element).querySelectorAll(places[role] ?? `[role=${role}]`)].find(
      (element) =>
        element.getClientRects().length > 0 &&
        !element.closest("[aria-hidden=true], [inert]") &&
        reader.plain(reader.nameOf(element)) === reader.plain(wanted),
    );
    return found ?? null;
  },
});

/** The selector of a control with a role and a name. */
export function controlOf(role: string, name: string): string {
  return `::-p-control("${role} ${name.replaceAll("\\", "\\\\").replaceAll('"', '\\"')}")`;
}
