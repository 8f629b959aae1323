/** Rates and expo of one mode, each beside another mode's. */
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useState } from "react";
import type { Draft, ModeName } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { ModeShown, RatedFunction, RateShown } from "@/api/modes";
import { useLever } from "@/parts/levers/levers";
import { shown } from "@/parts/numbers";
import { SavedNumber } from "@/parts/settings/saved-number";
import { MODE_NAMES, number } from "@/parts/settings/setting";

const RATED: RatedFunction[] = ["aileron", "elevator", "rudder"];

type Props = { draft: Draft; modes: ModeShown[]; mode: ModeName; editor: Editor };

export function RatesEditor({ draft, modes, mode, editor }: Props) {
  const here = modes.find((each) => each.name === mode);
  const others = modes.filter((each) => each.name !== mode);
  const [beside, setBeside] = useState<ModeName | "">(others[0]?.name ?? "");
  const other = others.find((each) => each.name === beside);
  const sign = draft.document.transmitter?.expo_sign ?? "plus_softens";
  if (!here) return null;
  return (
    <section aria-label={`${MODE_NAMES[mode]}, rates and expo`}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-lg font-semibold">{MODE_NAMES[mode]}, rates and expo</h2>
        <label className="flex items-center gap-2 text-sm">
          beside
          <select
            className="field min-h-8 py-0 text-sm"
            value={beside}
            onChange={(event) => setBeside(event.target.value as ModeName)}
          >
            {others.map((each) => (
              <option key={each.name} value={each.name}>
                {MODE_NAMES[each.name]}
              </option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2 text-sm">
          my radio's softer sign
          <select
            className="field min-h-8 py-0 text-sm"
            value={sign}
            onChange={(event) =>
              editor.edit([{ path: "transmitter.expo_sign", value: event.target.value }])
            }
          >
            <option value="plus_softens">plus</option>
            <option value="minus_softens">minus</option>
          </select>
        </label>
      </div>
      <div className="mt-2 grid gap-x-6 gap-y-4 md:grid-cols-3">
        {RATED.map((f) => (
          <RateCard
            key={f}
            f={f}
            mode={mode}
            rate={here.rates[f]}
            beside={other?.rates[f]}
            rates={draft.document.transmitter?.modes?.[mode]?.rates?.[f]}
            turned={sign === "minus_softens"}
            editor={editor}
          />
        ))}
      </div>
    </section>
  );
}

function RateCard({
  f,
  mode,
  rate,
  beside,
  rates,
  turned,
  editor,
}: {
  f: RatedFunction;
  mode: ModeName;
  rate: RateShown;
  beside: RateShown | undefined;
  rates: { rate_pct?: number; expo_pct?: number } | undefined;
  turned: boolean;
  editor: Editor;
}) {
  const base = `transmitter.modes.${mode}.rates.${f}`;
  return (
    <div className="min-w-0">
      <h3 className="font-semibold first-letter:uppercase">{f}</h3>
      <div className="flex gap-3">
        <SavedNumber
          setting={number("transmitter", `${base}.rate_pct`, "Rate", "%")}
          value={rates?.rate_pct ?? 100}
          editor={editor}
        />
        {/* The sign is the pilot's radio's; what is kept is how soft it is. */}
        <SavedNumber
          setting={number(
            "transmitter",
            `${base}.expo_pct`,
            turned ? "Expo, − is softer" : "Expo, + is softer",
            "%",
          )}
          value={rate.radio_expo_pct}
          editor={editor}
          keep={(to) => editor.edit([{ path: `${base}.expo_pct`, value: turned ? -to + 0 : to }])}
        />
      </div>
      <RateChart f={f} rate={rate} beside={beside} />
      <dl className="grid grid-cols-[1fr_auto_auto] gap-x-3 text-sm">
        <dt className="text-faint" />
        <dd className="text-right text-xs text-faint">here</dd>
        <dd className="text-right text-xs text-faint">beside</dd>
        <Row
          name="at the centre"
          one={shown(rate.centre_slope, 2)}
          two={shown(beside?.centre_slope, 2)}
        />
        <Row name="at the end" one={shown(rate.end_slope, 2)} two={shown(beside?.end_slope, 2)} />
        {f !== "rudder" && (
          <Row
            name="cyclic, full stick"
            one={`${shown(rate.cyclic_deg)}°`}
            two={`${shown(beside?.cyclic_deg)}°`}
          />
        )}
        <Row
          name="turns, full stick"
          one={`${shown(rate.full_stick_dps, 0)}°/s`}
          two={`${shown(beside?.full_stick_dps, 0)}°/s`}
        />
      </dl>
    </div>
  );
}

function Row({ name, one, two }: { name: string; one: string; two: string }) {
  return (
    <>
      <dt>{name}</dt>
      <dd className="figure text-right font-semibold">{one}</dd>
      <dd className="figure text-right text-faint">{two}</dd>
    </>
  );
}

const W = 240;
const H = 110;

function RateChart({
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
      className="my-1 w-full max-w-80"
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
