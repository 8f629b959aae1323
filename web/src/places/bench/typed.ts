/**
 * What was typed into a reading's field and is not taken yet: it stays, whatever is opened in
 * between and after a reload, until it was sent or thrown away.
 */
import { useCallback, useSyncExternalStore } from "react";

type Typed = { text: string; sending: boolean };

const KEPT = "mint-lever.typed";
const listeners = new Set<() => void>();
const typed = new Map<string, Typed>(restore());

export function useTyped(name: string): {
  text: string | null;
  sending: boolean;
  type: (text: string | null) => void;
  send: (text: string, taken: Promise<boolean>) => Promise<boolean>;
} {
  const now = useSyncExternalStore(subscribe, () => typed.get(name));
  const type = useCallback(
    (text: string | null) => put(name, text === null ? undefined : { text, sending: false }),
    [name],
  );
  const send = useCallback(
    async (text: string, taken: Promise<boolean>) => {
      put(name, { text, sending: true });
      const good = await taken;
      put(name, good || text === "" ? undefined : { text, sending: false });
      return good;
    },
    [name],
  );
  return { text: now?.text ?? null, sending: now?.sending ?? false, type, send };
}

function put(name: string, value: Typed | undefined) {
  if (value) typed.set(name, value);
  else typed.delete(name);
  try {
    const rest = [...typed].map(([key, { text }]) => [key, text]);
    sessionStorage.setItem(KEPT, JSON.stringify(rest));
  } catch {
    // It holds until the page is left.
  }
  for (const listener of listeners) listener();
}

function restore(): [string, Typed][] {
  try {
    const found = JSON.parse(sessionStorage.getItem(KEPT) ?? "[]") as [string, string][];
    return found.map(([key, text]) => [key, { text, sending: false }]);
  } catch {
    return [];
  }
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
