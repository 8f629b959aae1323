/**
 * A link was followed and its place is not there yet: until it is, nothing here takes input, so that
 * no edit goes to what was just left.
 */
import { type MouseEvent, useCallback, useEffect, useState } from "react";
import { useLocation } from "react-router";

export function useNavigating(): { leaving: boolean; follow: (event: MouseEvent) => void } {
  const { pathname, search } = useLocation();
  const here = pathname + search;
  const [from, setFrom] = useState<string | null>(null);
  useEffect(() => {
    if (from !== null && from !== here) setFrom(null);
  }, [from, here]);
  const follow = useCallback(
    (event: MouseEvent) => {
      const link = (event.target as HTMLElement).closest?.("a[href]");
      if (!(link instanceof HTMLAnchorElement) || link.download || link.target) return;
      if (event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey) return;
      if (link.origin !== location.origin || !link.pathname.startsWith("/")) return;
      if (link.pathname.startsWith("/api/")) return;
      if (link.pathname + link.search !== here) setFrom(here);
    },
    [here],
  );
  return { leaving: from === here, follow };
}
