/** Which setting's field has the focus: the drawing shows where that length is on the model. */
import { useSyncExternalStore } from "react";

let path: string | null = null;
const listeners = new Set<() => void>();

/** A field took the focus. */
export function focusSetting(to: string) {
  show(to);
}

/** A field lost the focus, or left the page with it. */
export function leaveSetting(from: string) {
  if (from === path) show(null);
}

function show(to: string | null) {
  if (to === path) return;
  path = to;
  for (const listener of listeners) listener();
}

export function useSettingInFocus(): string | null {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => path,
  );
}
