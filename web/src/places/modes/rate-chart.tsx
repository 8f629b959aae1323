/** One function over its stick: here drawn through, beside dashed, the stick's own point on it. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import type { RatedFunction, RateShown } from "@/api/modes";
import { useLever } from "@/parts/levers/levers";

const W = 240;
const H = 120;

export function RateChart({
  f,
  rate,
  beside,
}: {
  f: RatedFunction;
  rate: RateShown;
  beside: RateShown | undefined;
}) {
  const x = scaleLinear([-100, 100], [8, W - 8]);
  const y = scaleLinear([-100, 100], [H - 6, 6]);
  const path = (shownRate: RateShown) =>
    line<number>()
      .x((_, i) => x(shownRate.stick_pct[i] ?? 0))
      .y((value) => y(value))(shownRate.value_pct) ?? "";
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      role="img"
      aria-label={`${f} over its stick`}
      className="w-full max-w-72"
    >
      <path
        d={`M${x(-100)} ${y(0)}H${x(100)}M${x(0)} ${y(-100)}V${y(100)}`}
        className="stroke-rule"
      />
      {beside && (
        <path
          d={path(beside)}
          className="fill-none stroke-edge"
          strokeWidth="1.6"
          strokeDasharray="5 4"
        />
      )}
      <path d={path(rate)} className="fill-none stroke-ink" strokeWidth="2.2" />
      <LiveRate f={f} rate={rate} x={x} y={y} />
    </svg>
  );
}

function LiveRate({
  f,
  rate,
  x,
  y,
}: {
  f: RatedFunction;
  rate: RateShown;
  x: (value: number) => number;
  y: (value: number) => number;
}) {
  const stick = useLever(f);
  const index = Math.round(((stick + 100) / 200) * (rate.value_pct.length - 1));
  return (
    <circle
      cx={x(stick)}
      cy={y(rate.value_pct[index] ?? 0)}
      r="5"
      className="fill-mint stroke-sheet"
      strokeWidth="2"
    />
  );
}
