/** Rates that stand on switches: each with its switch and position, in the mode's own one's place. */
import { rowOf, useCatalogue } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { RatedFunction, RateShown } from "@/api/modes";
import type { RateSets as Sets } from "@/parts/levers/rate-switches";
import { shown } from "@/parts/numbers";
import { AddKey, RemoveKey, useEditableList } from "@/parts/settings/editable-list";
import { useTransmitter } from "@/parts/settings/on-device";
import { OptionalField } from "@/parts/settings/optional-field";
import { SavedNumber } from "@/parts/settings/saved-number";
import { numberAt, settingOf } from "@/parts/settings/setting";
import { TextSettingField } from "@/parts/settings/text-setting";
import { LOW } from "./rates-editor";

const MOST = 24;
const FRESH: Sets[number] = {
  function: "aileron",
  switch: "",
  position: "",
  rate: { rate_pct: 100, expo_pct: 0 },
};
const FUNCTIONS: RatedFunction[] = ["aileron", "elevator", "rudder"];

type Props = { setup: Setup; worked: RateShown[]; editor: Editor };

export function RateSets({ setup, worked, editor }: Props) {
  const sets: Sets = setup.transmitter?.rate_sets ?? [];
  const list = useEditableList(editor, "transmitter.rate_sets", sets, FRESH);
  return (
    <section aria-label="Rates on switches" className="mt-1">
      <h2 className="border-b-2 border-ink pb-0.5 text-lg font-semibold">Rates on switches</h2>
      <p className="text-sm text-faint">
        While the switch stands there, that rate counts in every flight mode. At the bench the
        switch stands elsewhere.
      </p>
      <ol>
        {sets.map((set, n) => (
          <OneSet
            // biome-ignore lint/suspicious/noArrayIndexKey: a set is its place in the list
            key={n}
            {...{ n, set, setup, editor }}
            worked={worked[n]}
            remove={() => list.remove(n)}
          />
        ))}
      </ol>
      <p className="mt-2">
        <AddKey what="Add a rate on a switch" count={sets.length} most={MOST} onAdd={list.add} />
      </p>
    </section>
  );
}

type OneProps = {
  n: number;
  set: Sets[number];
  setup: Setup;
  worked: RateShown | undefined;
  editor: Editor;
  remove: () => void;
};

function OneSet({ n, set, setup, worked, editor, remove }: OneProps) {
  const { rows } = useCatalogue();
  const radio = useTransmitter();
  const base = `transmitter.rate_sets.${n}`;
  const softer =
    radio?.expo_softer ?? (setup.transmitter?.expo_sign === "minus_softens" ? "minus" : "plus");
  const way = (expo: number) => (softer === "minus" ? -expo + 0 : expo);
  const number = (key: string, label: string) => ({
    ...numberAt(rows, `${base}.rate.${key}`, setup),
    label,
  });
  const text = (key: "switch" | "position") => {
    const row = rowOf(rows, `${base}.${key}`);
    const setting = row && settingOf(row, `${base}.${key}`, setup);
    return (
      setting?.kind === "text" && (
        <div className="w-24">
          <TextSettingField setting={setting} value={set[key]} editor={editor} />
        </div>
      )
    );
  };
  const keepExpo = (key: string) => (to: number) =>
    editor.edit([{ path: `${base}.rate.${key}`, value: way(to) }]);
  return (
    <li className="flex flex-wrap items-start gap-x-4 gap-y-1 border-b border-rule py-2">
      <label>
        <span className="block text-sm leading-tight">Function</span>
        <select
          className="field mt-0.5"
          value={set.function}
          onChange={(event) =>
            editor.edit([{ path: `${base}.function`, value: event.target.value }])
          }
        >
          {FUNCTIONS.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      {text("switch")}
      {text("position")}
      <SavedNumber
        setting={number("rate_pct", "Rate")}
        value={set.rate?.rate_pct ?? 100}
        editor={editor}
      />
      <SavedNumber
        setting={number("expo_pct", `Expo, ${softer === "minus" ? "−" : "+"} is softer`)}
        value={worked?.radio_expo_pct ?? way(set.rate?.expo_pct ?? 0)}
        editor={editor}
        keep={keepExpo("expo_pct")}
      />
      <OptionalField
        setting={number("rate_low_pct", LOW[set.function])}
        value={set.rate?.rate_low_pct}
        editor={editor}
      />
      <OptionalField
        setting={number("expo_low_pct", `Expo ${LOW[set.function].toLowerCase()}`)}
        value={set.rate?.expo_low_pct == null ? null : way(set.rate.expo_low_pct)}
        editor={editor}
        keep={keepExpo("expo_low_pct")}
      />
      {worked && (
        <p className="mt-6 text-sm text-faint">
          {set.function !== "rudder" && (
            <>
              cyclic, full stick{" "}
              <b className="figure text-ink">
                {sides(worked.low?.cyclic_deg, worked.cyclic_deg, 1)}°
              </b>
              ;{" "}
            </>
          )}
          turns{" "}
          <b className="figure text-ink">
            {sides(worked.low?.full_stick_dps, worked.full_stick_dps, 0)}°/s
          </b>
        </p>
      )}
      <div className="mt-5 ml-auto">
        <RemoveKey what={`rate ${n + 1}`} onRemove={remove} />
      </div>
    </li>
  );
}

function sides(low: number | null | undefined, high: number | null, decimals: number): string {
  const said = shown(high, decimals);
  return low === undefined ? said : `${shown(low, decimals)} · ${said}`;
}
