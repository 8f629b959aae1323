/**
 * What was typed into a reading's field: it stays, whatever is opened in between and after a reload,
 * until the server has taken it or it was thrown away.
 */
import { useCallback, useSyncExternalStore } from "react";

const KEPT = "mint-lever.typed";
const listeners = new Set<() => void>();
const typed = new Map<string, string>(restore());

/** A question's own name: of the real model or of the one practised on. */
export function questionName(helicopter: string, simulated: boolean, step: string, key: string) {
  return `${helicopter} ${simulated} ${step} ${key}`;
}

export function useTyped(name: string): [string | null, (text: string | null) => void] {
  const text = useSyncExternalStore(subscribe, () => typed.get(name) ?? null);
  const type = useCallback((to: string | null) => putTyped(name, to), [name]);
  return [text, type];
}

/** Put a text in a question's field; null when it was taken or thrown away. */
export function putTyped(name: string, text: string | null) {
  if (text === null) typed.delete(name);
  else typed.set(name, text);
  try {
    sessionStorage.setItem(KEPT, JSON.stringify([...typed]));
  } catch {
    // It holds until the page is left.
  }
  for (const listener of listeners) listener();
}

function restore(): [string, string][] {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT) ?? "[]") as [string, string][];
  } catch {
    return [];
  }
}

function subscribe(listener: () => void) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
