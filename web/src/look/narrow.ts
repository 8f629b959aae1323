/** Whether the page is as narrow as a phone: for drawings that must not merely shrink. */
import { useSyncExternalStore } from "react";

const phone = () => matchMedia("(max-width: 40rem)");

function subscribe(listener: () => void) {
  const query = phone();
  query.addEventListener("change", listener);
  return () => query.removeEventListener("change", listener);
}

export function useNarrow(): boolean {
  return useSyncExternalStore(subscribe, () => phone().matches);
}
