/** A letter's HTML in a frame that may do nothing: no scripts, no forms, no way out. */
export function LetterFrame({ title, html }: { title: string; html: string }) {
  return <iframe className="letter-frame" sandbox="" title={title} srcDoc={html} />;
}
