/** Light or dark, kept on this device; the first time it follows the device's own wish. */
import { useSyncExternalStore } from "react";

export type Theme = "light" | "dark";

const KEY = "mint-lever-theme";
const listeners = new Set<() => void>();

function first(): Theme {
  try {
    const kept = localStorage.getItem(KEY);
    if (kept === "light" || kept === "dark") return kept;
  } catch {
    // Storage may be switched off; the theme then lasts as long as the page.
  }
  return matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
}

let theme: Theme = first();
document.documentElement.dataset.theme = theme;

export function setTheme(next: Theme) {
  theme = next;
  document.documentElement.dataset.theme = next;
  try {
    localStorage.setItem(KEY, next);
  } catch {
    // As above.
  }
  for (const listener of listeners) listener();
}

export function useTheme(): Theme {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => theme,
  );
}
