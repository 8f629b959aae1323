/** Levers by keyboard: one left hand reaches all of them. */
import { useEffect } from "react";
import type { FunctionName } from "@/api/client";
import { centreLevers, leversNow, moveLevers } from "./levers";

type Push = { function: FunctionName; way: 1 | -1; says: string };

export const PUSHES: Record<string, Push> = {
  e: { function: "elevator", way: 1, says: "stick forward" },
  d: { function: "elevator", way: -1, says: "stick back" },
  s: { function: "aileron", way: -1, says: "stick left" },
  f: { function: "aileron", way: 1, says: "stick right" },
  r: { function: "collective", way: 1, says: "collective up" },
  v: { function: "collective", way: -1, says: "collective down" },
  w: { function: "rudder", way: -1, says: "rudder left" },
  t: { function: "rudder", way: 1, says: "rudder right" },
};

const STEP = 5;
const FINE = 1;

/** True where a key press belongs to what has the focus: text, a slider, an open list. */
export function typing(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement | null;
  return !!at?.closest("input, textarea, select, [role=menu], [role=dialog], [contenteditable]");
}

/** Listen for lever keys while mounted; Shift pushes by one percent. */
export function useLeverKeys() {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event)) return;
      const key = event.key.toLowerCase();
      const push = PUSHES[key];
      if (push) {
        const by = push.way * (event.shiftKey ? FINE : STEP);
        moveLevers({ [push.function]: leversNow()[push.function] + by });
      } else if (key === "c") {
        centreLevers();
      } else {
        return;
      }
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);
}
