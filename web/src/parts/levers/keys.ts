/** Levers by keyboard: one left hand reaches all of them. */
import type { FunctionName } from "@/api/client";
import { type Listed, useListedKeys, useShortcut } from "@/parts/shortcuts/registry";
import { centreLevers, leversNow, moveLevers } from "./levers";

type Push = { function: FunctionName; way: 1 | -1; says: string };

const PUSHES: Record<string, Push> = {
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
const SHIFTED: Listed[] = [{ keys: "Shift + any of these", says: "moves by 1 % instead of 5 %" }];

/** Listen for one lever's key. */
function usePush(key: string) {
  const push = PUSHES[key];
  useShortcut(
    push
      ? {
          keys: [key],
          says: push.says,
          run: (event) => {
            const by = push.way * (event.shiftKey ? FINE : STEP);
            moveLevers({ [push.function]: leversNow()[push.function] + by });
          },
        }
      : null,
  );
}

/** Listen for lever keys while mounted; Shift pushes by one percent. */
export function useLeverKeys() {
  usePush("e");
  usePush("d");
  usePush("s");
  usePush("f");
  usePush("r");
  usePush("v");
  usePush("w");
  usePush("t");
  useShortcut({ keys: ["c"], says: "centre all levers", run: centreLevers });
  useListedKeys(SHIFTED);
}
