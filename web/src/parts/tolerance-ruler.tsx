/**
 * The tolerance ruler: the scale of one measured quantity, its wanted band, its workable band, each
 * reading as a tick with the newest one bold, and where the next value should land.
 */
import { scaleLinear } from "d3-scale";
import { useEffect, useRef, useState } from "react";
import type { Ruler } from "@/api/bench";
import { signed } from "./numbers";

const AXIS = 34;
const SHOWN = 8;

export function ToleranceRuler({ ruler }: { ruler: Ruler }) {
  const { band } = ruler;
  const [figure, wide] = useWidth();
  const marks = ruler.marks.slice(-SHOWN);
  const values = [
    ...marks.map((mark) => mark.value),
    ...(ruler.predicted == null ? [] : [ruler.predicted]),
  ];
  const width = Math.max(band.workable_high - band.workable_low, 0.1);
  // Where one side of zero is wrong, zero and some of that side are in sight.
  const wrong = ruler.wrong_side === 0 ? [] : [0, ruler.wrong_side * width * 0.6];
  const low = Math.min(band.workable_low - width * 0.4, ...values, ...wrong);
  const high = Math.max(band.workable_high + width * 0.4, ...values, ...wrong);
  const x = scaleLinear([low, high], [14, wide - 14]);
  const decimals = ruler.unit === "°" ? 1 : 0;
  const newest = marks.at(-1);
  return (
    <figure ref={figure} className="my-2">
      <figcaption className="flex items-baseline justify-between gap-3 text-sm">
        <span>{ruler.label}</span>
        <span className="figure">
          {newest && (
            <span className={newest.holds ? "font-semibold" : "text-faint"}>
              {signed(newest.value, decimals)} {ruler.unit}
            </span>
          )}
          {ruler.predicted != null && (
            <span className="text-mint">
              {" "}
              → {signed(ruler.predicted, decimals)} {ruler.unit}
            </span>
          )}
        </span>
      </figcaption>
      <svg viewBox={`0 0 ${wide} 58`} className="block w-full" role="img" aria-label={said(ruler)}>
        <rect
          x={x(band.workable_low)}
          y={AXIS - 12}
          width={x(band.workable_high) - x(band.workable_low)}
          height="12"
          className="fill-none stroke-edge"
          strokeDasharray="3 3"
        />
        <rect
          x={x(band.low)}
          y={AXIS - 12}
          width={Math.max(x(band.high) - x(band.low), 2)}
          height="12"
          className="fill-wash stroke-mint"
        />
        {ruler.wrong_side !== 0 && (
          <WrongSide from={x(0)} to={ruler.wrong_side < 0 ? 8 : wide - 8} />
        )}
        <path d={`M8 ${AXIS}H${wide - 8}`} className="stroke-ink" />
        {x.ticks(Math.floor(wide / 80)).map((tick) => (
          <g key={tick} transform={`translate(${x(tick)} ${AXIS})`}>
            <path d="M0 0v5" className="stroke-ink" />
            <text y="19" textAnchor="middle" className="figure fill-faint text-[13px]">
              {signed(tick, Number.isInteger(tick) ? 0 : 1)}
            </text>
          </g>
        ))}
        {marks.map((mark) => {
          const last = mark === newest;
          return (
            <path
              key={mark.sequence}
              d={`M${x(mark.value)} ${AXIS - (last ? 26 : 18)}V${AXIS}`}
              className={mark.holds ? "stroke-ink" : "stroke-faint"}
              strokeWidth={last ? 4 : 1.6}
              strokeDasharray={mark.holds ? undefined : "3 2"}
            />
          );
        })}
        {ruler.predicted != null && (
          <path
            d={`M${x(ruler.predicted)} ${AXIS - 28}l7 8-7 8-7-8z`}
            className="fill-sheet stroke-mint"
            strokeWidth="2.5"
          />
        )}
      </svg>
    </figure>
  );
}

/** The side of zero that works against what is wanted: hatched, and named where there is room. */
function WrongSide({ from, to }: { from: number; to: number }) {
  const left = Math.min(from, to);
  const width = Math.abs(to - from);
  const lines = Array.from({ length: Math.ceil(width / 9) }, (_, i) => left + i * 9);
  return (
    <g className="text-out">
      <path
        d={lines.map((at) => `M${at} ${AXIS - 1}l${Math.min(9, left + width - at)} -11`).join("")}
        className="stroke-current"
        strokeWidth="1.2"
      />
      <path d={`M${from} ${AXIS - 20}V${AXIS + 4}`} className="stroke-current" strokeWidth="2" />
      {width > 84 && (
        <text
          x={left + width / 2}
          y={AXIS - 17}
          textAnchor="middle"
          className="fill-current text-[13px] font-semibold"
        >
          wrong side
        </text>
      )}
    </g>
  );
}

/** The width there is, so that figures are drawn as large on a phone as anywhere. */
function useWidth(): [React.RefObject<HTMLElement | null>, number] {
  const figure = useRef<HTMLElement>(null);
  const [wide, setWide] = useState(560);
  useEffect(() => {
    const watcher = new ResizeObserver(([entry]) => entry && setWide(entry.contentRect.width));
    if (figure.current) watcher.observe(figure.current);
    return () => watcher.disconnect();
  }, []);
  return [figure, Math.max(wide, 200)];
}

function said({ label, unit, band, marks, predicted, wrong_side }: Ruler): string {
  const parts = [
    `${label}: wanted ${signed(band.low)} to ${signed(band.high)} ${unit}, workable ${signed(band.workable_low)} to ${signed(band.workable_high)} ${unit}`,
  ];
  if (marks.length > 0) {
    parts.push(`read ${marks.map((mark) => signed(mark.value)).join(", ")}, the last one newest`);
  }
  if (wrong_side !== 0) parts.push(`${wrong_side < 0 ? "below" : "above"} zero is the wrong side`);
  if (predicted !== null) parts.push(`the next should land at ${signed(predicted)} ${unit}`);
  return `${parts.join("; ")}.`;
}
