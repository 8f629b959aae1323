/**
 * A stretch of a log, channel by channel. Drag over it to look closer, arrow keys move, plus and
 * minus look closer and further; the server draws each stretch anew.
 */
import { scaleLinear } from "d3-scale";
import { area } from "d3-shape";
import { useRef, useState } from "react";
import type { LogShown, Window } from "@/api/logs";
import { useNarrow } from "@/look/width";
import { Axis } from "@/parts/axis";
import { shown as figure } from "@/parts/numbers";
import { CHANNELS } from "./channel-words";

const HIGH = 92;
const EDGE = { left: 52, right: 16, top: 16, bottom: 6 };
const LEAST_S = 0.5;
type Props = { shown: LogShown; mark: number | null; onWindow: (window: Window) => void };

export function LogPicture({ shown, mark, onWindow }: Props) {
  const narrow = useNarrow();
  const wide = narrow ? 350 : 760;
  const ref = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<[number, number] | null>(null);
  const x = scaleLinear()
    .domain([shown.start_s, shown.end_s])
    .range([EDGE.left, wide - EDGE.right]);
  const tall = shown.lines.length * HIGH + 22;
  const span = shown.end_s - shown.start_s;
  const all = shown.last_s - shown.first_s;
  const look = (start: number, end: number) => {
    const wanted = Math.min(Math.max(end - start, LEAST_S), all);
    const from = Math.min(Math.max(start, shown.first_s), shown.last_s - wanted);
    onWindow(wanted >= all ? null : { start: from, end: from + wanted });
  };
  const at = (event: React.PointerEvent) => {
    const box = ref.current?.getBoundingClientRect();
    if (!box) return shown.start_s;
    return x.invert(((event.clientX - box.left) / box.width) * wide);
  };
  const closer = () => look(shown.start_s + span / 4, shown.end_s - span / 4);
  const further = () => look(shown.start_s - span / 2, shown.end_s + span / 2);
  const move = (by: number) => look(shown.start_s + by * span, shown.end_s + by * span);
  const onKey = (event: React.KeyboardEvent) => {
    if (event.key === "ArrowLeft") move(-0.25);
    else if (event.key === "ArrowRight") move(0.25);
    else if (event.key === "+" || event.key === "=") closer();
    else if (event.key === "-") further();
    else if (event.key === "Home") look(shown.first_s, shown.first_s + span);
    else if (event.key === "End") look(shown.last_s - span, shown.last_s);
    else if (event.key === "Escape") onWindow(null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <figure className="min-w-0">
      <div className="mb-1 flex flex-wrap items-center gap-1 text-sm">
        <button type="button" className="key px-2 text-sm" onClick={closer}>
          closer
        </button>
        <button type="button" className="key px-2 text-sm" onClick={further}>
          further
        </button>
        <button type="button" className="key px-2 text-sm" onClick={() => onWindow(null)}>
          all of it
        </button>
        <span className="figure ml-2" role="status">
          {figure(shown.start_s, 1)} to {figure(shown.end_s, 1)} s of {figure(shown.last_s, 0)}
        </span>
      </div>
      <svg
        ref={ref}
        viewBox={`0 0 ${wide} ${tall}`}
        role="application"
        aria-label="The log over time. Arrow keys move, plus and minus look closer and further, Escape shows all of it."
        // biome-ignore lint/a11y/noNoninteractiveTabindex: its keys move the stretch
        tabIndex={0}
        className="block w-full touch-pan-y select-none"
        onKeyDown={onKey}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          const start = at(event);
          setDrag([start, start]);
        }}
        onPointerMove={(event) => drag && setDrag([drag[0], at(event)])}
        onPointerUp={() => {
          if (drag && Math.abs(drag[1] - drag[0]) > span / 50) {
            look(Math.min(...drag), Math.max(...drag));
          }
          setDrag(null);
        }}
        onPointerCancel={() => setDrag(null)}
      >
        {shown.lines.map((line, i) => (
          <Line key={line.channel} shown={shown} line={line} top={i * HIGH} wide={wide} x={x} />
        ))}
        <Axis
          side="bottom"
          ticks={x.ticks(narrow ? 4 : 8)}
          at={x}
          figures={tall - 6}
          words={(tick) => `${tick} s`}
        />
        {mark !== null && mark >= shown.start_s && mark <= shown.end_s && (
          <path
            d={`M${x(mark)} ${EDGE.top - 6}V${tall - 20}`}
            data-mark="finding"
            className="stroke-out"
            strokeWidth="1.5"
            strokeDasharray="4 3"
          />
        )}
        {drag && (
          <rect
            x={x(Math.min(...drag))}
            y="0"
            width={Math.abs(x(drag[1]) - x(drag[0]))}
            height={tall - 20}
            className="fill-mint opacity-20"
          />
        )}
      </svg>
    </figure>
  );
}

type LineProps = {
  shown: LogShown;
  line: LogShown["lines"][number];
  top: number;
  wide: number;
  x: (s: number) => number;
};

function Line({ shown, line, top, wide, x }: LineProps) {
  const low = Math.min(...line.low);
  const high = Math.max(...line.high);
  const room = Math.max((high - low) * 0.06, 0.5);
  const y = scaleLinear()
    .domain([low - room, high + room])
    .range([top + HIGH - EDGE.bottom, top + EDGE.top]);
  const drawn = area<number>()
    .x((i) => x(shown.time_s[i] ?? 0))
    .y0((i) => y(line.low[i] ?? 0) + 0.6)
    .y1((i) => y(line.high[i] ?? 0) - 0.6);
  const steps = shown.time_s.map((_, i) => i);
  return (
    <g>
      <text x={EDGE.left} y={top + 11} className="fill-ink text-[12px] font-semibold">
        {CHANNELS[line.channel].name}, {CHANNELS[line.channel].unit}
      </text>
      <Axis
        side="left"
        ticks={y.ticks(3)}
        at={y}
        figures={EDGE.left - 5}
        lines={[EDGE.left, wide - EDGE.right]}
      />
      <path d={drawn(steps) ?? ""} className="fill-mint stroke-mint" strokeWidth="0.8" />
    </g>
  );
}
