/** Entries that stand in a field and could not be kept: as long as there is one, not all is kept. */
import { useEffect, useSyncExternalStore } from "react";

const fields = new Set<string>();
const listeners = new Set<() => void>();

function tell() {
  for (const each of listeners) each();
}

/** Mark a field (by an id of its own) while what stands in it is not kept. */
export function useUnsavedEntries(id: string, notKept: boolean) {
  useEffect(() => {
    if (!notKept) return;
    fields.add(id);
    tell();
    return () => {
      fields.delete(id);
      tell();
    };
  }, [id, notKept]);
}

/** How many fields hold what is not kept. */
export function useCountNotKept(): number {
  return useSyncExternalStore(
    (listen) => {
      listeners.add(listen);
      return () => listeners.delete(listen);
    },
    () => fields.size,
  );
}
