/** The switches that carry rates: the position each stands in, for the levers that are tried. */
import { useEffect } from "react";
import type { Setup } from "@/api/client";
import { leversNow, moveLevers, useLever } from "./levers";

export type RateSets = NonNullable<NonNullable<Setup["transmitter"]>["rate_sets"]>;

export function RateSwitches({ sets }: { sets: RateSets }) {
  const chosen = numbersOf(useLever("rate_sets"));
  // On another place, and on another helicopter, every switch stands clear again.
  useEffect(() => () => moveLevers({ rate_sets: "" }), []);
  useEffect(() => {
    const there = numbersOf(leversNow().rate_sets).filter((n) => n < sets.length);
    moveLevers({ rate_sets: there.join(",") });
  }, [sets.length]);
  const switches = [...new Set(sets.map((each) => each.switch))];
  return (
    <>
      {switches.map((name) => {
        const own = sets.flatMap((each, n) => (each.switch === name ? [n] : []));
        const positions = [...new Set(own.map((n) => sets[n]?.position ?? ""))];
        const at = own.find((n) => chosen.includes(n));
        return (
          <label key={name} className="flex items-center gap-1.5 text-sm">
            switch {name}
            <select
              className="field min-h-8 py-0 text-sm"
              value={at === undefined ? "" : sets[at]?.position}
              onChange={(event) => {
                const to = own.filter((n) => sets[n]?.position === event.target.value);
                const others = chosen.filter((n) => !own.includes(n));
                const functions = to.map((n) => sets[n]?.function);
                // One function has one rate: the switch that moved last has it.
                const kept = others.filter((n) => !functions.includes(sets[n]?.function));
                moveLevers({ rate_sets: [...kept, ...to].join(",") });
              }}
            >
              <option value="">elsewhere</option>
              {positions.map((position) => (
                <option key={position}>{position}</option>
              ))}
            </select>
          </label>
        );
      })}
    </>
  );
}

function numbersOf(text: string): number[] {
  return text.split(",").filter(Boolean).map(Number);
}
