/** What was seen: the likely first, several at once, or nothing. */
import { Check } from "lucide-react";
import { useState } from "react";
import type { ModeName } from "@/api/client";
import { type Field, type Flight, type Seen, type Symptom, useSymptoms } from "@/api/field";
import { MODE_NAMES } from "@/parts/settings/setting";

const LIKELY = 6;
const WAYS: Record<string, string> = {
  left: "left",
  right: "right",
  forward: "forward",
  back: "to the back",
  roll: "in roll",
  pitch: "in pitch",
};

type Props = {
  field: Field;
  flight: Flight;
  /** Null until somebody said it. */
  seen: Seen[] | null;
  onSeen: (seen: Seen[]) => void;
};

export function ObservationList({ field, flight, seen, onSeen }: Props) {
  const symptoms = useSymptoms();
  const [mode, setMode] = useState<ModeName>(flight.modes[0] ?? "normal");
  const [all, setAll] = useState(false);
  const byKey = new Map(symptoms.data?.map((each) => [each.key, each]));
  // The order stays while it is tapped in: nothing moves away under the thumb.
  const [order] = useState(field.likely);
  const likely = order.flatMap((key) => byKey.get(key) ?? []);
  const chosen = new Set(seen?.map((each) => each.symptom));
  const short = likely.filter((each, n) => n < LIKELY || chosen.has(each.key));
  const rest = likely.filter((each) => !short.includes(each));
  const row = (symptom: Symptom) => (
    <SymptomRow key={symptom.key} {...{ symptom, mode, onSeen }} seen={seen ?? []} />
  );
  return (
    <section aria-labelledby="seen">
      <h3 id="seen" className="border-b-2 border-ink font-semibold">
        What was seen?
      </h3>
      {field.modes.length > 1 && (
        <fieldset className="mt-2 flex flex-wrap gap-1">
          <legend className="text-sm text-faint">in which mode</legend>
          {field.modes.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={each === mode}
              className="key min-h-11 aria-pressed:border-mint aria-pressed:bg-wash"
              onClick={() => setMode(each)}
            >
              {MODE_NAMES[each]}
            </button>
          ))}
        </fieldset>
      )}
      <button
        type="button"
        aria-pressed={seen?.length === 0}
        className="key mt-2 min-h-14 w-full text-lg aria-pressed:border-mint aria-pressed:bg-wash"
        onClick={() => onSeen([])}
      >
        {seen?.length === 0 && <Check aria-hidden size={20} />}
        Nothing: all of it flown, and as it should
      </button>
      <ul className="mt-1">{short.map(row)}</ul>
      {all ? (
        PARTS.map((part) => {
          const of = rest.filter((each) => each.part === part);
          return (
            of.length > 0 && (
              <div key={part}>
                <h4 className="mt-3 text-sm text-faint first-letter:uppercase">{part}</h4>
                <ul>{of.map(row)}</ul>
              </div>
            )
          );
        })
      ) : (
        <button type="button" className="key mt-2 min-h-11 w-full" onClick={() => setAll(true)}>
          Something else: <span className="figure">{rest.length}</span> more
        </button>
      )}
    </section>
  );
}

const PARTS: Symptom["part"][] = ["whole", "head", "cyclic", "collective", "tail", "head speed"];

type RowProps = {
  symptom: Symptom;
  mode: ModeName;
  seen: Seen[];
  onSeen: (seen: Seen[]) => void;
};

/** One symptom: a tap says that it was seen; where it asks which way, the ways are the keys. */
function SymptomRow({ symptom, mode, seen, onSeen }: RowProps) {
  const mine = seen.filter((each) => each.symptom === symptom.key);
  const [open, setOpen] = useState(false);
  const asks = symptom.asks.length > 0;
  const toggle = (way: Pick<Seen, "toward" | "axis">) => {
    const is = (each: Seen) =>
      each.symptom === symptom.key && each.toward === way.toward && each.axis === way.axis;
    const without = seen.filter((each) => !is(each));
    const there = without.length < seen.length;
    onSeen(there ? without : [...seen, { symptom: symptom.key, mode, manoeuvre: "", ...way }]);
  };
  const ways = symptom.asks.includes("axis")
    ? (["roll", "pitch"] as const).map((axis) => ({ axis, toward: null }))
    : symptom.toward.map((toward) => ({ toward, axis: null }));
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-pressed={asks ? undefined : mine.length > 0}
        aria-expanded={asks ? open || mine.length > 0 : undefined}
        className="flex min-h-12 w-full items-center gap-2 px-1 text-left text-lg leading-tight hover:bg-wash"
        onClick={() => (asks ? setOpen(!open) : toggle({ toward: null, axis: null }))}
      >
        <Box on={mine.length > 0} />
        <span className="flex-1">
          {symptom.seen}
          {symptom.danger && <b className="ml-2 text-sm text-out">danger</b>}
          {symptom.taste && <span className="ml-2 text-sm text-faint">taste, no fault</span>}
          {mine.length > 0 && mine[0]?.mode !== mode && (
            <span className="ml-2 text-sm text-faint">
              {mine.map((each) => MODE_NAMES[each.mode]).join(", ")}
            </span>
          )}
        </span>
      </button>
      {asks && (open || mine.length > 0) && (
        <div className="mb-2 grid grid-cols-2 gap-1.5 pl-9">
          {ways.map((way) => {
            const name = way.toward ?? way.axis ?? "";
            const on = mine.some((each) => each.toward === way.toward && each.axis === way.axis);
            return (
              <button
                key={name}
                type="button"
                aria-label={`${symptom.seen}, ${WAYS[name]}`}
                aria-pressed={on}
                className="key min-h-12 aria-pressed:border-mint aria-pressed:bg-wash"
                onClick={() => toggle(way)}
              >
                {WAYS[name]}
              </button>
            );
          })}
        </div>
      )}
    </li>
  );
}

function Box({ on }: { on: boolean }) {
  return (
    <span
      aria-hidden
      className={`grid size-6 shrink-0 place-items-center border-2 ${on ? "border-mint bg-wash" : "border-edge"}`}
    >
      {on && <Check size={18} />}
    </span>
  );
}
