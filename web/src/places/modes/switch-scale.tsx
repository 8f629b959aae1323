/**
 * Every mode's value at the lever on one scale: the full mark is where the switch is, and glides as
 * it moves; the hollow ones are where the others would take it.
 */
import type { ModeName } from "@/api/client";
import type { ModeShown } from "@/api/modes";
import { useLever } from "@/parts/levers/levers";
import { shown, signed } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";
import { degreesAt, valueAt } from "./samples";

export function SwitchScales({ modes }: { modes: ModeShown[] }) {
  const lever = useLever("collective");
  const pitch = modes.map((mode) => degreesAt(mode.pitch, lever));
  const reach = Math.max(
    5,
    ...modes.flatMap((m) => m.pitch.pitch_deg).map((v) => Math.abs(v ?? 0)),
  );
  return (
    <div className="grid gap-1">
      <Scale
        what="pitch"
        names={modes.map((mode) => mode.name)}
        values={pitch}
        low={-reach}
        high={reach}
        say={(value) => `${signed(value)}°`}
      />
      <Scale
        what="throttle"
        names={modes.map((mode) => mode.name)}
        values={modes.map((mode) => valueAt(mode.throttle, lever))}
        low={0}
        high={100}
        say={(value) => `${shown(value, 0)} %`}
      />
    </div>
  );
}

type ScaleProps = {
  what: string;
  names: ModeName[];
  values: (number | null | undefined)[];
  low: number;
  high: number;
  say: (value: number | null | undefined) => string;
};

function Scale({ what, names, values, low, high, say }: ScaleProps) {
  const at = useLever("mode");
  const place = (value: number | null | undefined) => ((value ?? low) - low) / (high - low);
  const here = values[names.indexOf(at)];
  return (
    <div className="flex items-center gap-2">
      <span className="w-14 text-xs text-faint">{what}</span>
      <div
        className="relative h-6 flex-1"
        role="img"
        aria-label={`${what} at the lever: ${names.map((name, i) => `${MODE_NAMES[name]} ${say(values[i])}`).join(", ")}`}
      >
        <span className="absolute inset-x-0 top-1/2 h-px bg-edge" />
        {low < 0 && <span className="absolute top-1 bottom-1 left-1/2 w-px bg-edge" />}
        {names.map((name, i) => (
          <span
            key={name}
            className="absolute top-1/2 size-2.5 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-mint bg-sheet"
            style={{ left: `${100 * place(values[i])}%` }}
          />
        ))}
        <span
          data-switch={what}
          className="absolute top-1/2 size-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-sheet bg-mint transition-[left] duration-500 motion-reduce:transition-none"
          style={{ left: `${100 * place(here)}%` }}
        />
      </div>
      <span className="figure w-14 text-right text-sm">{say(here)}</span>
    </div>
  );
}
