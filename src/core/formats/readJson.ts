/** No file and no request of ours is nested deeper; what is would only wear out whoever reads it. */
const DEEPEST = 100;

/** What stands in a text in JSON; undefined where it is none, or is nested deeper than anything of ours. */
export function readJson(text: string): unknown {
  if (depthOf(text) > DEEPEST) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** How deep brackets are nested, outside of strings; counted no further than is needed to refuse it. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  let isString = false;
  for (let place = 0; place < text.length && deepest <= DEEPEST; place += 1) {
    const unit = text.charCodeAt(place);
    if (isString) {
      if (unit === BACKSLASH) place += 1;
      else if (unit === QUOTE) isString = false;
    } else if (unit === QUOTE) isString = true;
    else if (unit === OPEN_BRACE || unit === OPEN_BRACKET) {
      depth += 1;
      if (depth > deepest) deepest = depth;
    } else if (unit === CLOSE_BRACE || unit === CLOSE_BRACKET) depth -= 1;
  }
  return deepest;
}

const QUOTE = 34;
const BACKSLASH = 92;
const OPEN_BRACKET = 91;
const CLOSE_BRACKET = 93;
const OPEN_BRACE = 123;
const CLOSE_BRACE = 125;
