/** The governor's answer to a punch, followed while gain, pack and pinion are tried. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useId, useState } from "react";
import { asProblem, type Draft } from "@/api/client";
import {
  type HeadSpeeds,
  type ModeSpeed,
  type PackName,
  type PunchShown,
  usePunch,
} from "@/api/head-speed";
import { Axis } from "@/parts/axis";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { ChoiceField } from "@/parts/settings/choice-field";

const WIDE = 460;
const HIGH = 190;
const EDGE = { left: 44, right: 34, top: 10, bottom: 22 };
const PACKS: { value: PackName; label: string }[] = [
  { value: "full", label: "charged" },
  { value: "resting", label: "mid-flight" },
  { value: "empty", label: "nearly empty" },
];

type Props = { draft: Draft; found: HeadSpeeds; open: ModeSpeed };

export function PunchPicture({ draft, found, open }: Props) {
  const set = draft.document.drive?.governor?.gain ?? 6;
  const [gain, setGain] = useState(set);
  const [pack, setPack] = useState<PackName>("resting");
  const [pinion, setPinion] = useState<number | null>(null);
  const teeth = pinion ?? found.pinion;
  const punch = usePunch(draft.id, draft.version, { mode: open.mode, gain, pack, pinion: teeth });
  return (
    <section aria-label="A punch">
      <h3 className="border-b-2 border-ink pb-0.5 font-semibold">
        A punch: collective from zero to full
      </h3>
      {punch.isError ? (
        <ProblemNote problem={asProblem(punch.error)} />
      ) : (
        punch.data && <Drawn punch={punch.data} rpm={open.rpm} />
      )}
      <div className="mt-2 grid gap-x-4 gap-y-2 sm:grid-cols-2">
        <Slider label="Gain tried" value={gain} least={1} most={15} step={0.5} onMove={setGain} />
        {teeth !== null && found.pinion !== null && (
          <Slider
            label="Pinion tried, teeth"
            value={teeth}
            least={Math.max(found.pinion - 3, 5)}
            most={found.pinion + 3}
            step={1}
            onMove={setPinion}
          />
        )}
        <div className="sm:col-span-2">
          <ChoiceField
            setting={{
              kind: "choice",
              device: "helicopter",
              path: "tried.pack",
              label: "Pack tried",
              options: PACKS,
            }}
            value={pack}
            save={async (to) => {
              setPack(to as PackName);
              return null;
            }}
          />
        </div>
      </div>
      <p className="mt-1 text-sm text-faint">
        Tried here, kept nowhere. No maker says what a gain's figure means: the shape compares, it
        promises nothing. Start at 6, 5 to 9 is usual.
      </p>
    </section>
  );
}

function Drawn({ punch, rpm }: { punch: PunchShown; rpm: number }) {
  const last = punch.time_s.at(-1) ?? 1;
  const lowest = Math.min(rpm * 0.95, ...punch.rpm);
  const highest = Math.max(rpm * 1.02, ...punch.rpm);
  const x = scaleLinear()
    .domain([0, last])
    .range([EDGE.left, WIDE - EDGE.right]);
  const y = scaleLinear()
    .domain([lowest, highest])
    .range([HIGH - EDGE.bottom, EDGE.top]);
  const share = scaleLinear()
    .domain([0, 1])
    .range([HIGH - EDGE.bottom, EDGE.top]);
  const speed = line<number>(
    (_, i) => x(punch.time_s[i] ?? 0),
    (each) => y(each),
  );
  const duty = line<number>(
    (_, i) => x(punch.time_s[i] ?? 0),
    (each) => share(each),
  );
  return (
    <>
      <p role="status" className="mt-1">
        Droops <b className="figure">{shown(punch.droop_pct, 1)} %</b>,{" "}
        {punch.back_s === null ? (
          <b className="text-out">does not come back</b>
        ) : (
          <>
            back within 2 % after <b className="figure">{shown(punch.back_s, 2)} s</b>
          </>
        )}
        , overshoots <b className="figure">{shown(punch.overshoot_pct, 1)} %</b>
        {punch.hunts && <b className="text-out"> and hunts</b>}.
      </p>
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} aria-hidden className="block w-full">
        <Axis
          side="left"
          ticks={y.ticks(4)}
          at={y}
          figures={EDGE.left - 5}
          lines={[EDGE.left, WIDE - EDGE.right]}
        />
        <Axis
          side="right"
          ticks={[0, 0.5, 1]}
          at={share}
          figures={WIDE - EDGE.right + 4}
          words={(tick) => `${100 * tick}%`}
        />
        <Axis
          side="bottom"
          ticks={x.ticks(5)}
          at={x}
          figures={HIGH - 6}
          words={(tick) => `${tick} s`}
        />
        <path
          d={`M${EDGE.left} ${y(rpm)}H${WIDE - EDGE.right}`}
          className="stroke-mint"
          strokeDasharray="5 4"
        />
        <path d={duty(punch.duty) ?? ""} className="fill-none stroke-workable" strokeWidth="1.5" />
        <path d={speed(punch.rpm) ?? ""} className="fill-none stroke-ink" strokeWidth="2.2" />
      </svg>
      <p className="text-sm">
        <span aria-hidden className="mr-1 inline-block h-0.5 w-5 bg-ink align-middle" />
        head speed{" "}
        <span aria-hidden className="mr-1 ml-3 inline-block h-0.5 w-5 bg-workable align-middle" />
        throttle, right scale
      </p>
    </>
  );
}

type SliderProps = {
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  onMove: (value: number) => void;
};

function Slider({ label, value, least, most, step, onMove }: SliderProps) {
  const id = useId();
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="flex justify-between text-sm">
        {label} <b className="figure">{value}</b>
      </label>
      <input
        id={id}
        type="range"
        min={least}
        max={most}
        step={step}
        value={value}
        className="h-9 w-full accent-(--mint)"
        onChange={(event) => onMove(Number(event.target.value))}
      />
    </div>
  );
}
