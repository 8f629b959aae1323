/** How blade pitch answers one stick over its whole range, with the lever's live point. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { answer, client, type Frame, type FunctionName, type Response } from "@/api/client";
import { Axis } from "@/parts/axis";
import { Follower } from "@/parts/levers/follower";
import { leversNow, onLevers } from "@/parts/levers/levers";
import { shown, signed } from "@/parts/numbers";

type Props = {
  id: string;
  version: number;
  function: FunctionName;
  azimuth: number;
  frame: Frame;
};

const W = 300;
const H = 122;
const EDGE = { left: 34, right: 14, top: 8, bottom: 20 };
const REST_MS = 90;

/** The sweep for where the other levers stand; asked again once they rest. */
function useResponse({ id, version, function: f, azimuth }: Omit<Props, "frame">): Response | null {
  const [got, setGot] = useState<Response | null>(null);
  const rest = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const path = { helicopter_id: id };
    const follower = new Follower<object, Response>(
      (_, signal) => {
        const query = { ...leversNow(), version, azimuth, function: f };
        return answer(
          client.GET("/api/helicopters/{helicopter_id}/response", {
            params: { path, query },
            signal,
          }),
        );
      },
      setGot,
      // The live frame reports the same trouble; the curve keeps its last good shape.
      () => {},
    );
    let before = "";
    const ask = () => {
      const others = JSON.stringify({ ...leversNow(), [f]: 0 });
      if (others === before) return;
      before = others;
      clearTimeout(rest.current);
      rest.current = setTimeout(() => follower.follow({}), REST_MS);
    };
    ask();
    const off = onLevers(ask);
    return () => {
      off();
      clearTimeout(rest.current);
      follower.stop();
    };
  }, [id, version, f, azimuth]);
  return got?.function === f ? got : null;
}

export function ResponseChart(props: Props) {
  const { function: f, frame } = props;
  const response = useResponse(props);
  const ofRudder = f === "rudder";
  const shape = useMemo(() => shaped(response, ofRudder), [response, ofRudder]);
  const stick = frame.functions[f].stick_pct;
  const now = ofRudder ? frame.functions[f].seen_pct : frame.blade.pitch_deg;
  const unit = ofRudder ? "%" : "°";
  const { x, y, first, last } = shape;
  return (
    <section aria-label="Response">
      <h3 className="flex items-baseline justify-between gap-2 text-sm font-semibold">
        <span>{ofRudder ? "Arrival against rudder" : `Pitch against ${f}`}</span>
        {response && !ofRudder && (
          <span className="figure text-xs font-normal text-faint">
            {shown(response.deg_per_us, 3)}° per µs
          </span>
        )}
      </h3>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        role="img"
        aria-label={`At ${signed(stick, 0)} % stick: ${signed(now)}${unit}. From ${signed(first)}${unit} to ${signed(last)}${unit} over the whole range.`}
        className="w-full"
      >
        <Axes shape={shape} />
        {now !== null && (
          <g>
            <path
              d={`M${x(stick)} ${H - EDGE.bottom}V${y(now)}H${EDGE.left}`}
              className="fill-none stroke-mint"
              strokeDasharray="3 3"
            />
            <circle
              cx={x(stick)}
              cy={y(now)}
              r="5.5"
              className="fill-mint stroke-sheet"
              strokeWidth="2"
            />
          </g>
        )}
      </svg>
    </section>
  );
}

/** Scales and the curve's line: made when an answer comes, not with every frame. */
function shaped(response: Response | null, ofRudder: boolean) {
  const values = (ofRudder ? response?.arrives_pct : response?.pitch_deg) ?? [];
  const known = values.filter((value): value is number => value !== null);
  const reach = Math.max(ofRudder ? 100 : 5, ...known.map(Math.abs)) * 1.08;
  const x = scaleLinear([-100, 100], [EDGE.left, W - EDGE.right]);
  const y = scaleLinear([-reach, reach], [H - EDGE.bottom, EDGE.top]);
  const points = values.map((value, i) => [response?.stick_pct[i] ?? 0, value] as const);
  const path = line<readonly [number, number | null]>()
    .defined(([, value]) => value !== null)
    .x(([stick]) => x(stick))
    .y(([, value]) => y(value ?? 0))([...points]);
  return { x, y, path: path ?? "", first: known[0], last: known.at(-1) };
}

const Axes = memo(function Axes({ shape: { x, y, path } }: { shape: ReturnType<typeof shaped> }) {
  return (
    <>
      <Axis
        side="left"
        ticks={y.ticks(5)}
        at={y}
        figures={EDGE.left - 4}
        lines={[EDGE.left, W - EDGE.right]}
        words={(tick) => shown(tick, 0)}
        strong={0}
        size="text-[10px]"
      />
      <Axis
        side="bottom"
        ticks={[-100, -50, 0, 50, 100]}
        at={x}
        figures={H - 6}
        lines={[EDGE.top, H - EDGE.bottom]}
        words={(tick) => shown(tick, 0)}
        strong={0}
        size="text-[10px]"
      />
      <path d={path} className="fill-none stroke-ink" strokeWidth="2" />
    </>
  );
});
