/** What jsdom leaves out of a page, and a fine pointer; every test starts on an empty page. */
import { cleanup } from "@testing-library/react";
import { afterEach, beforeEach, vi } from "vitest";

class NothingMeasured {
  observe() {}
  unobserve() {}
  disconnect() {}
}

/** Let the page be so many pixels wide for what asks by a media query; its pointer is a fine one. */
export function pageWide(pixels: number) {
  const matches = (query: string) => {
    const [, bound, rem] = /(min|max)-width: ([\d.]+)rem/.exec(query) ?? [];
    const at = Number(rem) * 16;
    const fits = bound === "min" ? pixels >= at : bound === "max" && pixels <= at;
    const never = () => {};
    return {
      matches: fits || query.includes("fine"),
      addEventListener: never,
      removeEventListener: never,
    } as unknown as MediaQueryList;
  };
  vi.stubGlobal("matchMedia", matches);
}

beforeEach(() => {
  pageWide(1280);
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
