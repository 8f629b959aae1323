/** Moves the switch to a mode; says beforehand what jumps with the lever where it is. */
import { OctagonAlert } from "lucide-react";
import type { ModeName } from "@/api/client";
import { useSwitch } from "@/api/modes";
import { moveLevers, useLever } from "@/parts/levers/levers";
import { signed } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";

type Props = { id: string; version: number; mode: ModeName };

export function ModeSwitchKey({ id, version, mode }: Props) {
  const at = useLever("mode");
  const found = useJump(id, version, at, mode);
  if (at === mode)
    return <span className="text-xs font-semibold text-mint">the switch is here</span>;
  const danger = found?.warnings.some((warned) => warned.severity === "danger");
  return (
    <button
      type="button"
      className="key min-h-7 px-2 py-0 text-xs"
      onClick={() => moveLevers({ mode })}
    >
      {danger && <OctagonAlert aria-hidden className="size-3.5 text-out" />}
      switch here
      <span className="sr-only">
        {" "}
        to {MODE_NAMES[mode]}
        {danger && ", danger"}:
      </span>
      {found && (
        <span className="figure" data-jump={mode}>
          {signed(found.pitch_now_deg)}° {signed(found.throttle_now_pct, 0)}%
        </span>
      )}
    </button>
  );
}

/** What jumps from one mode to another at the collective lever. */
export function useJump(id: string, version: number, before: ModeName, after: ModeName) {
  // Five percent of lever is as fine as a jump needs telling.
  const lever = Math.round(useLever("collective") / 5) * 5;
  return useSwitch(id, version, before, after, lever).data;
}
