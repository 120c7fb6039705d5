import { existsSync } from "node:fs";
import puppeteer, {
  type Browser,
  type BrowserContext,
  type ElementHandle,
  type Page,
  TimeoutError,
} from "puppeteer-core";
import { controlOf } from "./namedControl";

const CHROMIUM =
  process.env.CHROMIUM ??
  ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"].find((file) => existsSync(file)) ??
  "chromium";

/** A wait ends after so long, however busy the machine is beside it: what has not come by then does not come. Full sizes take longer. */
export const LONGEST_WAIT_MS = Number(process.env.VINE_LONGEST_WAIT_MS ?? 30_000);
const LOOK_EVERY_MS = 50;

/** Debian's Chromium with no calls of its own to the network, and a fresh profile unless one is named by its folder. */
export function launchBrowser(profile?: string): Promise<Browser> {
  return puppeteer.launch({
    executablePath: CHROMIUM,
    // What is waited for ends by its own limit first.
    protocolTimeout: 2 * LONGEST_WAIT_MS,
    ...(profile !== undefined && { userDataDir: profile }),
    args: [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
    defaultViewport: { width: 1280, height: 800 },
  });
}

/** Ends a browser at once, as a power cut would, with every process that it started. */
export async function killBrowser(browser: Browser): Promise<void> {
  const main = browser.process();
  if (main?.pid === undefined) return;
  const ended = new Promise((resolve) => main.once("exit", resolve));
  // It leads a group of its own; its helpers write into the profile too.
  process.kill(-main.pid, "SIGKILL");
  await ended;
}

/** A page of the application; an error of the page ends the test. */
export async function openPage(context: Browser | BrowserContext, url: string): Promise<Page> {
  const page = await context.newPage();
  page.setDefaultTimeout(LONGEST_WAIT_MS);
  // Whatever is waited for in vain, the error says what the page showed instead.
  const wait = page.waitForFunction.bind(page) as (...all: unknown[]) => Promise<unknown>;
  const untilTrue = (what: unknown, options?: unknown, ...of: unknown[]) =>
    orSaysWhatShows(page, `${what} did not become true of ${JSON.stringify(of)}`, () => wait(what, options, ...of));
  page.waitForFunction = untilTrue as typeof page.waitForFunction;
  const waitForSelector = page.waitForSelector.bind(page) as (...all: unknown[]) => Promise<unknown>;
  const untilThere = (selector: string, options?: unknown) =>
    orSaysWhatShows(page, `“${selector}” did not come`, () => waitForSelector(selector, options));
  page.waitForSelector = untilThere as typeof page.waitForSelector;
  page.on("pageerror", (error) => {
    throw error;
  });
  // A page that breaks its own security policy is as faulty as one that throws.
  await page.evaluateOnNewDocument(() => {
    if (window !== window.top) return;
    document.addEventListener("securitypolicyviolation", ({ violatedDirective, blockedURI }) => {
      // Words from elsewhere may bring handlers along, in a document of their own: that they are refused is what the policy is for.
      if (violatedDirective !== "script-src-attr")
        reportError(new Error(`The page broke its own security policy: ${violatedDirective} ${blockedURI}`));
    });
  });
  await page.goto(url);
  await untilOpen(page);
  return page;
}

/** Waits until the data is there: the steps can be chosen before. */
export async function untilOpen(page: Page): Promise<void> {
  await page.waitForSelector(".stem:not(.is-opening) .stem-node");
}

/** Clicks the first control of a role with a name; waits until it is there and can be used. */
export async function press(page: Page, name: string, role = "button"): Promise<void> {
  await orSaysWhatShows(page, `“${name}” (${role}) could not be pressed`, () =>
    page.locator(controlOf(role, name)).filter(isInReach).click(),
  );
}

/** Whether no dialog lies over a control: it would take the press, as long as the screen behind it is still to come. */
function isInReach(control: Node): boolean {
  const { left, top, width, height } = (control as Element).getBoundingClientRect();
  const over = document.elementFromPoint(left + width / 2, top + height / 2)?.closest(".modal, .modal-backdrop");
  return !over || over.contains(control);
}

/** Does something; where it comes to nothing in time, the error says what the page showed instead. */
async function orSaysWhatShows<Result>(page: Page, what: string, act: () => Promise<Result>): Promise<Result> {
  try {
    return await act();
  } catch (cause) {
    if (!(cause instanceof TimeoutError)) throw cause;
    const shows = await page.evaluate(() => {
      const over = document.querySelector(".modal.show [role=dialog], .modal.show")?.textContent ?? "nothing";
      const screen = document.querySelector("main")?.textContent ?? document.body.textContent ?? "";
      const messages = [...document.querySelectorAll("[data-sonner-toast]")].map(({ textContent }) => textContent);
      return `${location.pathname}, over it: ${over.slice(0, 150)}; messages: ${messages.join(" / ")}; focus: ${document.activeElement?.outerHTML.slice(0, 150)}; screen: ${screen.slice(0, 400)}`;
    });
    throw new Error(`${what}: ${cause.message}. The page showed ${shows}`, { cause });
  }
}

/** Types into the control with a label, in the place of what it held. */
export async function fill(page: Page, label: string, value: string): Promise<void> {
  await orSaysWhatShows(page, `“${label}” could not be filled`, () =>
    page.locator(controlOf("field", label)).fill(value),
  );
}

function fieldNamed(page: Page, label: string) {
  return orSaysWhatShows(page, `“${label}” did not come`, () => page.locator(controlOf("field", label)).waitHandle());
}

/** Chooses an option by its words. */
export async function choose(page: Page, label: string, words: string): Promise<void> {
  const control = await fieldNamed(page, label);
  const value = await control.evaluate(
    (select, wanted) => [...(select as HTMLSelectElement).options].find(({ text }) => text.trim() === wanted)?.value,
    words,
  );
  if (value === undefined) throw new Error(`“${label}” has no option “${words}”.`);
  await (control as unknown as { select(value: string): Promise<unknown> }).select(value);
}

/** Gives files to the page's control for them. */
export async function upload(page: Page, ...files: readonly string[]): Promise<void> {
  const input = (await page.waitForSelector("input[type=file]")) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(...files);
}

/** Waits until the page says something. */
export async function waitForWords(page: Page, words: string, timeout = LONGEST_WAIT_MS): Promise<void> {
  // A look at every frame would take a third of a core from what is waited for.
  const options = { timeout, polling: LOOK_EVERY_MS };
  await page.waitForFunction((wanted) => document.body.textContent?.includes(wanted), options, words);
}

/** Sets the control of a date, as its calendar does. */
export async function fillDate(page: Page, label: string, day: string): Promise<void> {
  const control = await fieldNamed(page, label);
  await control.evaluate((input, value) => {
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set?.call(input, value);
    input.dispatchEvent(new Event("input", { bubbles: true }));
  }, day);
}
