/** What jsdom leaves out of a page, and a fine pointer; every test starts on an empty page. */
import { cleanup } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";

class NothingMeasured {
  observe() {}
  unobserve() {}
  disconnect() {}
}

beforeEach(() => {
  const matches = (query: string) => ({ matches: query.includes("fine") }) as MediaQueryList;
  vi.stubGlobal("matchMedia", matches);
  vi.stubGlobal("ResizeObserver", NothingMeasured);
  localStorage.clear();
  sessionStorage.clear();
  // jsdom lays nothing out, so there is nothing to bring into sight.
  Element.prototype.scrollIntoView = () => {};
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
