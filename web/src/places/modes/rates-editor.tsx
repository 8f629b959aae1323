/** Rates and expo of one mode, each beside another mode's or numbers of the pilot's own. */
import { useState } from "react";
import { useCatalogue } from "@/api/catalogue";
import { asProblem, type Draft, type ModeName, type Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import {
  type ModeShown,
  type OwnRates,
  type RatedFunction,
  type RateShown,
  useOwnRates,
} from "@/api/modes";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { NumberField } from "@/parts/settings/number-field";
import { useTransmitter } from "@/parts/settings/on-device";
import { OptionalField } from "@/parts/settings/optional-field";
import { SavedNumber } from "@/parts/settings/saved-number";
import { freeNumber, MODE_NAMES, numberAt } from "@/parts/settings/setting";
import { RateChart } from "./rate-chart";

const RATED: RatedFunction[] = ["aileron", "elevator", "rudder"];
/** What a stick below its centre is called. */
export const LOW = { aileron: "Left", elevator: "Back", rudder: "Left" };
const NAMES = { aileron: "Aileron", elevator: "Elevator", rudder: "Rudder" };

type Props = { draft: Draft; modes: ModeShown[]; mode: ModeName; editor: Editor };
type Beside = ModeName | "own";

export function RatesEditor({ draft, modes, mode, editor }: Props) {
  const here = modes.find((each) => each.name === mode);
  const others = modes.filter((each) => each.name !== mode);
  const kept = draft.document.transmitter?.modes?.[mode]?.rates;
  const [chosen, setBeside] = useState<Beside>(others[0]?.name ?? "own");
  const beside = chosen === "own" || others.some((each) => each.name === chosen) ? chosen : "own";
  const [typed, setTyped] = useState<OwnRates | null>(null);
  const own = typed ?? ownFrom(kept);
  const worked = useOwnRates(draft.id, draft.version, mode, beside === "own" ? own : null);
  const other = beside === "own" ? worked.data : others.find((each) => each.name === beside)?.rates;
  const radio = useTransmitter();
  // What the pilot said of the radio itself comes before what one helicopter's setup says of it.
  const sign = radio?.expo_softer
    ? (`${radio.expo_softer}_softens` as const)
    : (draft.document.transmitter?.expo_sign ?? "plus_softens");
  if (!here) return null;
  const use = () =>
    beside === "own"
      ? editor.edit([{ path: `transmitter.modes.${mode}.rates`, value: own }])
      : editor.takeOver(mode, beside, "rates");
  return (
    <section aria-label={`${MODE_NAMES[mode]}, rates and expo`}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h2 className="text-lg font-semibold">{MODE_NAMES[mode]}, rates and expo</h2>
        <label className="flex items-center gap-2 text-sm">
          beside
          <select
            className="field min-h-8 py-0 text-sm"
            value={beside}
            onChange={(event) => setBeside(event.target.value as Beside)}
          >
            {others.map((each) => (
              <option key={each.name} value={each.name}>
                {MODE_NAMES[each.name]}
              </option>
            ))}
            <option value="own">numbers of my own</option>
          </select>
        </label>
        <button type="button" className="key min-h-8 text-sm" onClick={use}>
          Use those here
        </button>
        {radio?.expo_softer ? (
          <p className="text-sm">
            {radio.name}: {radio.expo_softer} is softer
          </p>
        ) : (
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
        )}
      </div>
      {worked.isError && beside === "own" && <ProblemNote problem={asProblem(worked.error)} />}
      <div className="mt-2 grid gap-x-6 gap-y-4 md:grid-cols-3">
        {RATED.map((f) => (
          <RateCard
            key={f}
            f={f}
            mode={mode}
            rate={here.rates[f]}
            beside={other?.[f]}
            rates={kept?.[f]}
            own={beside === "own" ? own[f] : null}
            onOwn={(to) => setTyped({ ...own, [f]: to })}
            turned={sign === "minus_softens"}
            setup={draft.document}
            editor={editor}
          />
        ))}
      </div>
    </section>
  );
}

/** A set of one's own starts as what the mode has. */
function ownFrom(rates: Partial<Record<RatedFunction, Partial<OwnRate>>> | undefined): OwnRates {
  const of = (f: RatedFunction) => ({
    rate_pct: rates?.[f]?.rate_pct ?? 100,
    expo_pct: rates?.[f]?.expo_pct ?? 0,
  });
  return { aileron: of("aileron"), elevator: of("elevator"), rudder: of("rudder") };
}

type OwnRate = OwnRates[RatedFunction];
type LowSide = { rate_low_pct?: number | null; expo_low_pct?: number | null };

type CardProps = {
  f: RatedFunction;
  mode: ModeName;
  rate: RateShown;
  beside: RateShown | undefined;
  rates: (Partial<OwnRate> & LowSide) | undefined;
  /** The pilot's own numbers to hold beside it, where that was chosen. */
  own: OwnRate | null;
  onOwn: (to: OwnRate) => void;
  turned: boolean;
  setup: Setup;
  editor: Editor;
};

function RateCard(props: CardProps) {
  const { f, mode, rate, beside, rates, own, onOwn, turned, setup, editor } = props;
  const { rows } = useCatalogue();
  const base = `transmitter.modes.${mode}.rates.${f}`;
  const softer = turned ? "Expo, − is softer" : "Expo, + is softer";
  const way = (expo: number) => (turned ? -expo + 0 : expo);
  return (
    <div className="min-w-0">
      <h3 className="sr-only">{f}</h3>
      <div className="flex gap-3">
        <SavedNumber
          setting={{ ...numberAt(rows, `${base}.rate_pct`, setup), label: `${NAMES[f]} rate` }}
          value={rates?.rate_pct ?? 100}
          editor={editor}
        />
        {/* The sign is the pilot's radio's; what is kept is how soft it is. */}
        <SavedNumber
          setting={{ ...numberAt(rows, `${base}.expo_pct`, setup), label: softer }}
          value={rate.radio_expo_pct}
          editor={editor}
          keep={(to) => editor.edit([{ path: `${base}.expo_pct`, value: way(to) }])}
        />
      </div>
      <div className="mt-1 flex gap-3">
        <OptionalField
          setting={{ ...numberAt(rows, `${base}.rate_low_pct`, setup), label: LOW[f] }}
          value={rates?.rate_low_pct}
          editor={editor}
        />
        <OptionalField
          setting={{
            ...numberAt(rows, `${base}.expo_low_pct`, setup),
            label: `Expo ${LOW[f].toLowerCase()}`,
          }}
          value={rate.low && rates?.expo_low_pct != null ? rate.low.radio_expo_pct : null}
          editor={editor}
          keep={(to) => editor.edit([{ path: `${base}.expo_low_pct`, value: way(to) }])}
        />
      </div>
      {own && (
        <fieldset className="mt-1 flex gap-3 border-l-4 border-dashed border-edge pl-2">
          <legend className="sr-only">{f}, numbers of my own</legend>
          <NumberField
            setting={freeNumber(`own.${f}.rate_pct`, "My rate", "%")}
            value={own.rate_pct}
            save={async (to) => {
              onOwn({ ...own, rate_pct: to });
              return null;
            }}
          />
          <NumberField
            setting={freeNumber(`own.${f}.expo_pct`, "My expo", "%")}
            value={way(own.expo_pct)}
            save={async (to) => {
              onOwn({ ...own, expo_pct: way(to) });
              return null;
            }}
          />
        </fieldset>
      )}
      <div className="mt-1 grid items-center gap-x-3 max-md:grid-cols-[minmax(8rem,1fr)_auto] xl:grid-cols-[minmax(8rem,1fr)_auto]">
        <RateChart f={f} rate={rate} beside={beside} />
        <dl className="grid grid-cols-[1fr_auto_auto] gap-x-2 text-xs">
          <dt className="text-faint" />
          <dd className="text-right text-xs text-faint">here</dd>
          <dd className="text-right text-xs text-faint">beside</dd>
          {FIGURES.filter(({ key }) => f !== "rudder" || key !== "cyclic_deg").map((figure) => (
            <Row
              key={figure.key}
              name={figure.name}
              one={bothSides(rate, figure)}
              two={bothSides(beside, figure)}
            />
          ))}
          {(rate.low || beside?.low) && (
            <dt className="col-span-3 text-faint">
              {LOW[f].toLowerCase()} · {f === "elevator" ? "forward" : "right"}
            </dt>
          )}
        </dl>
      </div>
    </div>
  );
}

type Figure = {
  key: "centre_slope" | "end_slope" | "cyclic_deg" | "full_stick_dps";
  name: string;
  decimals: number;
  unit: string;
};
const FIGURES: Figure[] = [
  { key: "centre_slope", name: "at the centre", decimals: 2, unit: "" },
  { key: "end_slope", name: "at the end", decimals: 2, unit: "" },
  { key: "cyclic_deg", name: "cyclic, full stick", decimals: 1, unit: "°" },
  { key: "full_stick_dps", name: "turns, full stick", decimals: 0, unit: "°/s" },
];

/** One figure, or one for each side where they differ. */
function bothSides(rate: RateShown | undefined, { key, decimals, unit }: Figure): string {
  const said = `${shown(rate?.[key], decimals)}${unit}`;
  return rate?.low ? `${shown(rate.low[key], decimals)} · ${said}` : said;
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
