/** A letter's HTML in a frame that may do nothing: no scripts, no forms. Its links open in a window of their own, where they are followed at all. */
export function LetterFrame({
  title,
  html,
  followsLinks = false,
}: {
  title: string;
  html: string;
  followsLinks?: boolean;
}) {
  return (
    <iframe
      className="letter-frame"
      sandbox={followsLinks ? "allow-popups allow-popups-to-escape-sandbox" : ""}
      title={title}
      srcDoc={followsLinks ? html.replace("<head>", '<head><base target="_blank">') : html}
    />
  );
}
