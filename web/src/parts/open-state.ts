/**
 * What is open in a place: state at once, mirrored into the address. A navigation takes its time; an
 * edit made meanwhile goes to what is open now, not to what the address still says.
 */
import { useCallback, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";

export function useOpenState<Open extends Record<string, string>>(
  read: (search: URLSearchParams) => Open,
): [Open, (next: Partial<Open>) => void] {
  const [search, setSearch] = useSearchParams();
  const [open, setOpen] = useState(() => read(search));
  const written = useRef<string | null>(null);
  const address = search.toString();
  // Somebody else went to another address (a link to a setting): that is opened then.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of the address counts
  useEffect(() => {
    if (written.current !== null) {
      // The address follows what was opened here; until it has, it says nothing new.
      if (written.current === address) written.current = null;
      return;
    }
    setOpen(read(search));
  }, [address]);
  const change = useCallback(
    (next: Partial<Open>) => {
      setOpen((now) => ({ ...now, ...next }));
      setSearch(
        (now) => {
          const to = new URLSearchParams(now);
          for (const [key, value] of Object.entries(next)) to.set(key, value as string);
          written.current = to.toString() === now.toString() ? null : to.toString();
          return to;
        },
        { replace: true },
      );
    },
    [setSearch],
  );
  return [open, change];
}
