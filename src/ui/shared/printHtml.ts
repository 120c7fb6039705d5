/** Prints a document alone, or lets the browser keep it as PDF, from a frame that nobody sees. */
export function printHtml(html: string, title: string): void {
  const frame = document.createElement("iframe");
  frame.className = "visually-hidden";
  frame.title = title;
  // It may be printed and nothing else: no script of the document runs.
  frame.sandbox.add("allow-same-origin", "allow-modals");
  frame.srcdoc = html;
  frame.onload = () => {
    frame.contentWindow?.addEventListener("afterprint", () => frame.remove());
    frame.contentWindow?.print();
  };
  document.body.append(frame);
}
