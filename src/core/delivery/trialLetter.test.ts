import { expect, test } from "vitest";
import { mailDocument } from "../letter/mailDocument";
import { trialLetter } from "./trialLetter";

test("a trial says so in its subject and once above both forms, whatever else it says", () => {
  const body = "<p>The &lt;body&gt; of water</p>";
  const html = mailDocument("Water", body, "ar");
  const trial = trialLetter({ subject: "Water", html, text: "The <body> of water" });
  expect(trial.subject).toBe("Trial: Water");
  expect(trial.text).toMatch(/^This is a trial[^\n]*\n\nThe <body> of water$/);
  expect(trial.html.match(/This is a trial/g)).toHaveLength(1);
  expect(trial.html.indexOf("This is a trial")).toBeLessThan(trial.html.indexOf(body));
  expect(trial.html.indexOf("This is a trial")).toBeGreaterThan(trial.html.indexOf("<body"));
});

test("words bring their own ground, so that no dark mail program puts them on black", () => {
  const { html } = trialLetter({ subject: "Water", html: mailDocument("Water", "<p>Words</p>", "en"), text: "Words" });
  const faces = html.match(/style="[^"]*font-family[^"]*"/g) ?? [];
  expect(faces).toHaveLength(2);
  for (const style of faces) expect(style).toMatch(/background:#ffffff.*color:#2b2130/);
});
