/** How wide the page is: what a width does not show need not be built for it either. */
import { useCallback, useSyncExternalStore } from "react";

/** The widths where the page is laid out anew, as the style sheet has them. */
const WIDTHS = { md: "48rem", xl: "80rem" } as const;

function useMedia(query: string): boolean {
  const follow = useCallback(
    (changed: () => void) => {
      const asked = matchMedia(query);
      asked.addEventListener("change", changed);
      return () => asked.removeEventListener("change", changed);
    },
    [query],
  );
  return useSyncExternalStore(follow, () => matchMedia(query).matches);
}

/** As narrow as a phone: for drawings that must not merely shrink. */
export function useNarrow(): boolean {
  return useMedia("(max-width: 40rem)");
}

export function useAtLeast(width: keyof typeof WIDTHS): boolean {
  return useMedia(`(min-width: ${WIDTHS[width]})`);
}
