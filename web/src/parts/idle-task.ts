/** Something done once the page has nothing more urgent to do. */

/** How long it waits at most: a page that never rests still comes to it. */
const LATEST_MS = 1500;

/** Call it when the page is idle; what is given back takes it off again. */
export function runWhenIdle(what: () => void): () => void {
  if (typeof requestIdleCallback === "function") {
    const asked = requestIdleCallback(what, { timeout: LATEST_MS });
    return () => cancelIdleCallback(asked);
  }
  // A browser that cannot say when it is idle.
  const later = setTimeout(what, 200);
  return () => clearTimeout(later);
}

/** Until the page is idle. */
export function idle(): Promise<void> {
  return new Promise((rested) => {
    runWhenIdle(rested);
  });
}
