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
  // The newest address asked for: a second choice in the same turn must build on the first.
  const asked = useRef(search);
  const address = search.toString();
  // Somebody else went to another address (a link to a setting): that is opened then.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a change of the address counts
  useEffect(() => {
    if (written.current !== null) {
      // The address follows what was opened here; until it has, it says nothing new.
      if (written.current === address) written.current = null;
      return;
    }
    asked.current = search;
    setOpen(read(search));
  }, [address]);
  const change = useCallback(
    (next: Partial<Open>) => {
      setOpen((now) => ({ ...now, ...next }));
      const before = asked.current.toString();
      const to = new URLSearchParams(before);
      for (const [key, value] of Object.entries(next)) to.set(key, value as string);
      if (to.toString() === before) return;
      asked.current = to;
      written.current = to.toString();
      setSearch(to, { replace: true });
    },
    [setSearch],
  );
  return [open, change];
}
