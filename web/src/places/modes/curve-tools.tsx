/** What can be done to a whole curve: its line, its number of points, a throttle shape. */
import { useState } from "react";
import { asProblem, type ModeName, type Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { type Carried, type Curve, carryOver, shapeThrottle, type Which } from "@/api/modes";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { useTransmitter } from "@/parts/settings/on-device";
import { MODE_NAMES } from "@/parts/settings/setting";

type Props = {
  id: string;
  version: number;
  curve: Curve;
  mode: ModeName;
  which: Which;
  line: "straight" | "smooth";
  free: boolean;
  others: ModeName[];
  editor: Editor;
};

export function CurveTools(props: Props) {
  const { mode, which, line, free, curve, editor } = props;
  const base = `transmitter.modes.${mode}.${which}_curve`;
  return (
    <div className="grid content-start gap-2 text-sm">
      <fieldset className="flex flex-wrap items-center gap-1.5">
        <legend className="sr-only">The line between the points</legend>
        {(["straight", "smooth"] as const).map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={line === each}
            className="key min-h-8 text-sm aria-pressed:border-mint aria-pressed:bg-wash aria-pressed:font-semibold"
            onClick={() => editor.edit([{ path: `${base}_shape`, value: each }])}
          >
            {each}
          </button>
        ))}
        <button
          type="button"
          aria-pressed={free}
          className="key min-h-8 text-sm aria-pressed:border-mint aria-pressed:bg-wash aria-pressed:font-semibold"
          onClick={() => editor.edit([{ path: `${base}_at`, value: free ? null : curve.at }])}
        >
          free positions
        </button>
      </fieldset>
      <div className="flex flex-wrap justify-between gap-y-1.5">
        <TakeOver {...props} />
        <CarryOverForm {...props} base={base} />
      </div>
      <NotThere count={curve.points.length} />
      {which === "throttle" && <ShapeForm {...props} base={base} />}
    </div>
  );
}

/** A curve with more or fewer points than the pilot's own radio has. */
function NotThere({ count }: { count: number }) {
  const radio = useTransmitter();
  if (!radio?.curve_points.length || radio.curve_points.includes(count)) return null;
  return (
    <p className="text-workable">
      {radio.name} has curves of {radio.curve_points.join(", ")} points, not of {count}: take one
      with other points.
    </p>
  );
}

/** The same curve of another mode, or a plain one, in this one's place. */
function TakeOver({ mode, which, others, editor }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  // Throttle hold keeps its throttle to itself.
  const sources = others.filter((o) => which === "pitch" || (o === "hold") === (mode === "hold"));
  return (
    <div>
      <label className="flex items-center gap-1.5">
        <span className="text-xs text-faint">as in</span>
        <select
          className="field min-h-8 w-26 py-0 text-sm"
          value=""
          onChange={async (event) => {
            const source = event.target.value === "plain" ? null : (event.target.value as ModeName);
            setProblem(await editor.takeOver(mode, source, which));
          }}
        >
          <option value="">… mode</option>
          {sources.map((other) => (
            <option key={other} value={other}>
              {MODE_NAMES[other]}
            </option>
          ))}
          <option value="plain">a fresh memory</option>
        </select>
      </label>
      {problem && <ProblemNote problem={problem} />}
    </div>
  );
}

const COUNTS = Array.from({ length: 16 }, (_, i) => i + 2);

/** The curve as another radio has it: seen first with what it costs, then used. */
function CarryOverForm({ id, version, mode, which, line, editor, base }: Props & { base: string }) {
  const radio = useTransmitter();
  const counts = radio?.curve_points.length ? radio.curve_points : COUNTS;
  const [found, setFound] = useState<Carried | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const ask = async (points: number) => {
    try {
      setProblem(null);
      setFound(await carryOver(id, { version, mode, which, points, shape: line, step: 1 }));
    } catch (error) {
      setProblem(asProblem(error));
    }
  };
  return (
    <div className={found ? "w-full" : ""}>
      <label className="flex items-center gap-1.5">
        <span className="text-xs text-faint">
          with<span className="sr-only"> other points</span>
        </span>
        <select
          className="field min-h-8 w-26 py-0 text-sm"
          value=""
          onChange={(event) => ask(Number(event.target.value))}
        >
          <option value="">… points</option>
          {counts.map((count) => (
            <option key={count} value={count}>
              {count} points
            </option>
          ))}
        </select>
      </label>
      {found && (
        <div className="mt-1.5 border-l-4 border-mint pl-2" role="status">
          <p className="figure">{found.points.map((value) => shown(value, 0)).join("  ")}</p>
          <p>
            Strays by {shown(found.largest_pct)} % at most, at stick {shown(found.at_pct, 0)} %;{" "}
            {shown(found.rms_pct)} % all over.{" "}
            {found.proven
              ? `No ${line} curve of ${found.points.length} whole points strays less.`
              : "The best that a search found; a better one may exist."}
          </p>
          <div className="mt-1 flex gap-1.5">
            <button
              type="button"
              className="key key-main min-h-8 text-sm"
              onClick={async () => {
                const refused = await editor.edit([
                  { path: base, value: found.points },
                  { path: `${base}_at`, value: null },
                ]);
                setProblem(refused);
                if (!refused) setFound(null);
              }}
            >
              Use these {found.points.length}
            </button>
            <button type="button" className="key min-h-8 text-sm" onClick={() => setFound(null)}>
              Leave it
            </button>
          </div>
        </div>
      )}
      {problem && <ProblemNote problem={problem} />}
    </div>
  );
}

type ShapeName = "v" | "u" | "flat" | "soft_start";
type NumberName = "low_end" | "middle" | "high_end" | "flat_wide" | "reached_at";
const SHAPES: Record<ShapeName, { label: string; asks: [NumberName, string][] }> = {
  v: {
    label: "V",
    asks: [
      ["low_end", "low end"],
      ["middle", "middle"],
      ["high_end", "high end"],
    ],
  },
  u: {
    label: "U",
    asks: [
      ["low_end", "low end"],
      ["middle", "floor"],
      ["high_end", "high end"],
      ["flat_wide", "floor's width"],
    ],
  },
  flat: { label: "flat", asks: [["middle", "all along"]] },
  soft_start: {
    label: "soft start",
    asks: [
      ["reached_at", "reached at stick"],
      ["middle", "value there"],
      ["high_end", "high end"],
    ],
  },
};
const USUAL: Record<NumberName, number> = {
  low_end: 100,
  middle: 75,
  high_end: 100,
  flat_wide: 40,
  reached_at: 30,
};

function ShapeForm({ id, curve, editor, base }: Props & { base: string }) {
  const [name, setName] = useState<ShapeName | null>(null);
  const [numbers, setNumbers] = useState(USUAL);
  const [problem, setProblem] = useState<Problem | null>(null);
  const make = async () => {
    if (!name) return;
    try {
      const made = await shapeThrottle(id, { name, ...numbers, points: curve.points.length });
      const path = { path: base, value: made.points };
      setProblem(await editor.edit([path, { path: `${base}_at`, value: null }]));
    } catch (error) {
      setProblem(asProblem(error));
    }
  };
  return (
    <div>
      <span className="text-xs text-faint">Make it a</span>
      <div className="mt-0.5 flex flex-wrap gap-1.5">
        {(Object.keys(SHAPES) as ShapeName[]).map((each) => (
          <button
            key={each}
            type="button"
            aria-expanded={name === each}
            className="key min-h-8 text-sm aria-expanded:border-mint aria-expanded:bg-wash"
            onClick={() => setName(name === each ? null : each)}
          >
            {SHAPES[each].label}
          </button>
        ))}
      </div>
      {name && (
        <form
          className="mt-1.5 grid grid-cols-2 gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            void make();
          }}
        >
          {SHAPES[name].asks.map(([key, label]) => (
            <label key={key}>
              <span className="block text-xs">{label}, %</span>
              <input
                className="field figure min-h-8 w-full text-right"
                inputMode="decimal"
                value={numbers[key]}
                onChange={(event) => {
                  const number = Number(event.target.value.replace(",", "."));
                  if (Number.isFinite(number)) setNumbers({ ...numbers, [key]: number });
                }}
              />
            </label>
          ))}
          <button type="submit" className="key key-main col-span-2 min-h-8 text-sm">
            Make this curve
          </button>
        </form>
      )}
      {problem && <ProblemNote problem={problem} />}
    </div>
  );
}
