/** What else is known of a flight: words, pack, minutes, place, wind, trims, the next idea. */
import { useId, useState } from "react";
import type { FieldHand, Flight, Written } from "@/api/field";
import { useLogs } from "@/api/logs";
import type { Pack } from "@/api/packs";
import { NumberField } from "@/parts/settings/number-field";
import { freeNumber } from "@/parts/settings/setting";
import { PackByLog } from "./pack-by-log";
import { PackChoice } from "./pack-choice";

type Props = { id: string; flight: Flight; packs: Pack[]; hand: FieldHand };

const TRIMS = ["aileron", "elevator", "rudder"] as const;

export function FlightDetails({ id, flight, packs, hand }: Props) {
  const logs = useLogs(id);
  const write = async (what: Written) => (await hand.write(flight.number, what))?.title ?? null;
  const number = (name: string, label: string, unit: string) =>
    freeNumber(`flight.${flight.number}.${name}`, label, unit);
  return (
    <section aria-label="More of this flight" className="space-y-3">
      <Line
        label="In your own words"
        long
        value={flight.words}
        onKeep={(words) => void write({ words })}
      />
      <PackChoice packs={packs} flight={flight} hand={hand} />
      <details>
        <summary className="py-2">Minutes, place, wind, trims, next idea</summary>
        <div className="grid gap-3 sm:grid-cols-2">
          <NumberField
            setting={number("minutes", "Minutes", "min")}
            value={flight.minutes}
            save={(minutes) => write({ minutes })}
          />
          <Line label="Place" value={flight.place} onKeep={(place) => void write({ place })} />
          <Line label="Wind" value={flight.wind} onKeep={(wind) => void write({ wind })} />
          <Line
            label="Next idea"
            value={flight.next_idea}
            onKeep={(next_idea) => void write({ next_idea })}
          />
          {TRIMS.map((function_) => (
            <NumberField
              key={function_}
              setting={number(function_, `Trim found, ${function_}`, "%")}
              value={flight.trims[function_] ?? null}
              save={(to) => write({ trims: { ...flight.trims, [function_]: to } })}
            />
          ))}
          {(logs.data?.length ?? 0) > 0 && (
            <label className="block text-sm">
              Its log
              <select
                className="field mt-0.5 w-full"
                value={flight.flight_log ?? ""}
                onChange={(event) => void write({ flight_log: event.target.value || null })}
              >
                <option value="">none</option>
                {logs.data?.map((each) => (
                  <option key={each.id} value={each.id}>
                    {each.name}
                  </option>
                ))}
              </select>
            </label>
          )}
        </div>
      </details>
      {flight.flight_log && flight.pack && (
        <PackByLog
          id={id}
          log={flight.flight_log}
          day={flight.landed_at?.slice(0, 10) ?? ""}
          pack={packs.find((each) => each.id === flight.pack)}
        />
      )}
    </section>
  );
}

type LineProps = {
  label: string;
  value: string;
  long?: boolean;
  onKeep: (value: string) => void;
};

/** Text that is kept when its field is left. */
function Line({ label, value, long = false, onKeep }: LineProps) {
  const name = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const field = {
    className: "field mt-0.5 w-full",
    value: typed ?? value,
    onChange: (event: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) =>
      setTyped(event.target.value),
    onBlur: () => {
      if (typed !== null && typed !== value) onKeep(typed);
      setTyped(null);
    },
  };
  return (
    <div className="text-sm">
      <label htmlFor={name}>{label}</label>
      {long ? (
        <textarea id={name} rows={2} maxLength={2000} {...field} />
      ) : (
        <input id={name} maxLength={80} {...field} />
      )}
    </div>
  );
}
