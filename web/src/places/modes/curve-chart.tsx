/**
 * One curve over the stick: its line, its points on stems, the lever's live point. Points are moved
 * by dragging or by arrow keys; the line between them is the server's.
 */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useRef } from "react";
import type { Curve } from "@/api/modes";
import { Axis } from "@/parts/axis";
import { useLever } from "@/parts/levers/levers";
import { shown, signed } from "@/parts/numbers";
import { HoverMarks } from "./hover";
import { valueAt } from "./samples";

const TICKS = [0, 25, 50, 75, 100];

type Props = {
  curve: Curve;
  label: string;
  /** In degrees on the left, percent on the right; a throttle curve has percent alone. */
  degrees: boolean;
  /** The switch is in this curve's mode: its live point is the one that acts. */
  live: boolean;
  wide: number;
  high: number;
  /** Move a point while it is held; ``done`` when it is let go or nudged by key. */
  onMove?: (index: number, percent: number, done: boolean) => void;
  /** One point more after a point, or that point taken out. */
  onPoint?: (index: number, way: "put in after" | "take out") => void;
};

const EDGE = { left: 34, right: 40, top: 10, bottom: 20 };
const SMALL = { left: 32, right: 10, top: 5, bottom: 14 };

export function CurveChart(props: Props) {
  const { curve, label, degrees, live, wide, high, onMove, onPoint } = props;
  const small = !onMove;
  const edge = small ? SMALL : EDGE;
  const x = scaleLinear([0, 100], [edge.left, wide - edge.right]);
  const y = scaleLinear([0, 100], [high - edge.bottom, edge.top]);
  const samples = curve.stick_pct.map((stick, i) => [stick, curve.value_pct[i] ?? 0] as const);
  const path = line<readonly [number, number]>()
    .x(([stick]) => x(stick))
    .y(([, value]) => y(value))([...samples]);
  const marks = thinned(curve, high);
  return (
    <svg
      viewBox={`0 0 ${wide} ${high}`}
      role={small ? "img" : "group"}
      aria-label={small ? summary(curve, label) : label}
      className="block w-full touch-none select-none"
    >
      <Axis
        side="bottom"
        ticks={TICKS}
        at={x}
        figures={high - (small ? 3 : 6)}
        lines={[edge.top, high - edge.bottom]}
        strong={50}
        size="text-[10px]"
      />
      {!(small && degrees) && (
        <Axis
          side={degrees ? "right" : "left"}
          ticks={TICKS}
          at={y}
          figures={degrees ? wide - edge.right + 9 : edge.left - (small ? 4 : 9)}
          lines={degrees ? undefined : [edge.left, wide - edge.right]}
          words={(tick) => (small && tick % 50 !== 0 ? "" : `${tick}%`)}
          size="text-[10px]"
        />
      )}
      {degrees &&
        marks.map((mark) => (
          <g key={mark.deg}>
            <path
              d={`M${edge.left} ${y(mark.pct)}H${wide - edge.right}`}
              className={mark.deg === 0 ? "stroke-ink" : "stroke-rule"}
              strokeWidth={mark.deg === 0 ? 1 : 0.7}
            />
            <text
              x={edge.left - (small ? 4 : 9)}
              y={y(mark.pct) + 3.5}
              textAnchor="end"
              className="figure fill-faint text-[10px]"
            >
              {signed(mark.deg, 0)}°
            </text>
          </g>
        ))}
      {degrees && curve.hover && <HoverMarks hover={curve.hover} x={x} foot={high - edge.bottom} />}
      <path d={path ?? ""} className="fill-none stroke-ink" strokeWidth={small ? 1.8 : 2.2} />
      {onMove &&
        curve.points.map((percent, i) => (
          <Point
            // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the curve
            key={i}
            index={i}
            x={x(curve.at[i] ?? 0)}
            foot={high - edge.bottom}
            y={y(percent)}
            percent={percent}
            says={`${shown(percent, 1)} %${degrees ? `, ${signed(curve.point_deg[i])}°` : ""}`}
            label={`${label} at stick ${shown(curve.at[i], 0)} %`}
            read={(top) => y.invert(top)}
            onMove={onMove}
            onPoint={onPoint}
          />
        ))}
      <LivePoint curve={curve} x={x} y={y} acts={live} />
    </svg>
  );
}

type PointProps = {
  index: number;
  x: number;
  y: number;
  foot: number;
  percent: number;
  label: string;
  says: string;
  read: (top: number) => number;
  onMove: (index: number, percent: number, done: boolean) => void;
  onPoint: Props["onPoint"];
};

function Point(props: PointProps) {
  const { index, x, y, foot, percent, label, says, read, onMove, onPoint } = props;
  const held = useRef<{ top: number; high: number; view: number } | null>(null);
  const at = (clientY: number) => {
    const grip = held.current;
    if (!grip) return percent;
    const top = ((clientY - grip.top) / grip.high) * grip.view;
    return Math.max(0, Math.min(100, Math.round(read(top) * 2) / 2));
  };
  const nudge = (by: number) => {
    onMove(index, Math.max(0, Math.min(100, Math.round((percent + by) * 10) / 10)), true);
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      data-point={index}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={percent}
      aria-valuetext={says}
      className="group cursor-ns-resize outline-none"
      onPointerDown={(event) => {
        const svg = event.currentTarget.ownerSVGElement;
        if (!svg) return;
        const box = svg.getBoundingClientRect();
        held.current = { top: box.top, high: box.height, view: svg.viewBox.baseVal.height };
        event.currentTarget.setPointerCapture(event.pointerId);
        event.currentTarget.focus();
        event.preventDefault();
      }}
      onPointerMove={(event) => held.current && onMove(index, at(event.clientY), false)}
      onPointerUp={(event) => {
        if (!held.current) return;
        const to = at(event.clientY);
        held.current = null;
        onMove(index, to, true);
      }}
      onPointerCancel={() => {
        held.current = null;
        onMove(index, percent, true);
      }}
      onKeyDown={(event) => {
        const step = event.shiftKey ? 0.1 : 1;
        if (event.key === "ArrowUp" || event.key === "ArrowRight") nudge(step);
        else if (event.key === "ArrowDown" || event.key === "ArrowLeft") nudge(-step);
        else if (event.key === "PageUp") nudge(5);
        else if (event.key === "PageDown") nudge(-5);
        else if (event.key === "Home") nudge(-100);
        else if (event.key === "End") nudge(100);
        else if (event.key === "Insert") onPoint?.(index, "put in after");
        else if (event.key === "Delete") onPoint?.(index, "take out");
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <path d={`M${x} ${foot}V${y}`} className="stroke-mint" strokeWidth="1.5" />
      <rect x={x - 16} y={y - 16} width="32" height="32" className="fill-transparent" />
      <rect
        x={x - 6}
        y={y - 6}
        width="12"
        height="12"
        className="fill-sheet stroke-mint group-hover:fill-wash"
        strokeWidth="2.5"
      />
      <rect
        x={x - 11}
        y={y - 11}
        width="22"
        height="22"
        className="fill-none stroke-transparent group-focus-visible:stroke-mint"
        strokeWidth="3"
      />
    </g>
  );
}

type LiveProps = {
  curve: Curve;
  x: (stick: number) => number;
  y: (percent: number) => number;
  acts: boolean;
};

/** Where the lever stands on this curve: full where it acts, hollow where it would. */
function LivePoint({ curve, x, y, acts }: LiveProps) {
  const lever = useLever("collective");
  return (
    <circle
      cx={x((lever + 100) / 2)}
      cy={y(valueAt(curve, lever) ?? 0)}
      r={acts ? 5 : 4}
      data-live={acts ? "acts" : "would"}
      className={acts ? "fill-mint stroke-sheet" : "fill-sheet stroke-mint"}
      strokeWidth="2"
      pointerEvents="none"
    />
  );
}

/** Whole degrees, as many as can be told apart. */
function thinned(curve: Curve, high: number) {
  const room = high < 150 ? 4 : 9;
  const step = [1, 2, 5, 10].find((each) => curve.degree_marks.length / each <= room) ?? 10;
  return curve.degree_marks.filter((mark) => mark.deg % step === 0);
}

function summary(curve: Curve, label: string): string {
  const first = curve.point_deg[0];
  const last = curve.point_deg.at(-1);
  if (first !== undefined) return `${label}: ${signed(first)}° to ${signed(last)}°`;
  return `${label}: ${shown(curve.points[0], 0)} % to ${shown(curve.points.at(-1), 0)} %`;
}
