/** Where the pilot's levers stand. One store that every place can read; the page keeps it. */
import { useSyncExternalStore } from "react";
import type { FunctionName, ModeName } from "@/api/client";

/** `rate_sets` are the numbers of the rates on switches whose position is chosen, with commas. */
export type Levers = Record<FunctionName, number> & { mode: ModeName; rate_sets: string };

const CENTRED: Levers = {
  collective: 0,
  aileron: 0,
  elevator: 0,
  rudder: 0,
  mode: "normal",
  rate_sets: "",
};

let levers: Levers = CENTRED;
const listeners = new Set<() => void>();

export function leversNow(): Levers {
  return levers;
}

export function onLevers(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Move levers; positions stop at ±100 %. */
export function moveLevers(moved: Partial<Levers>) {
  const next = { ...levers, ...moved };
  for (const name of ["collective", "aileron", "elevator", "rudder"] as const) {
    next[name] = Math.max(-100, Math.min(100, next[name]));
  }
  levers = next;
  for (const listener of listeners) listener();
}

export function centreLevers() {
  moveLevers({ ...CENTRED, mode: levers.mode, rate_sets: levers.rate_sets });
}

/** One lever's position, or the mode; whoever reads one is not disturbed by the others. */
export function useLever<Name extends keyof Levers>(name: Name): Levers[Name] {
  return useSyncExternalStore(onLevers, () => levers[name]);
}
