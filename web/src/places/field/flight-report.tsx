/** After a flight: what was seen, better or worse, and what else is known of it. */
import { useState } from "react";
import type { Field, FieldHand, Flight, Seen, Verdict } from "@/api/field";
import { LookedForList, sameSeen } from "./awaited-list";
import { ChangeList } from "./change-list";
import { FlightDetails } from "./flight-details";
import { ObservationList } from "./observation-list";

type Props = { id: string; field: Field; flight: Flight; hand: FieldHand };

const VERDICTS: { value: Verdict; label: string }[] = [
  { value: "better", label: "Better" },
  { value: "same", label: "Same" },
  { value: "worse", label: "Worse" },
];

export function FlightReport({ id, field, flight, hand }: Props) {
  const told = flight.seen !== null;
  const [writing, setWriting] = useState(!told);
  // What was tapped shows at once, whenever the answer comes.
  const [mine, setMine] = useState<{ seen: Seen[] | null; gone: Seen[] } | null>(null);
  const { seen, gone } = mine ?? flight;
  const said = async (to: Seen[] | null, without: Seen[]) => {
    setMine({ seen: to, gone: without });
    const written = to === null ? { gone: without } : { seen: to, gone: without };
    if (await hand.write(flight.number, written)) setMine(null);
  };
  const write = (to: Seen[]) =>
    said(
      to,
      gone.filter((each) => !to.some((on) => sameSeen(on, each))),
    );
  return (
    <section aria-labelledby="landed" className="space-y-4">
      <header className="flex flex-wrap items-baseline justify-between gap-x-3">
        <h2 id="landed" className="text-2xl font-semibold">
          Flight <span className="figure">{flight.number}</span>
          <span className="ml-2 text-base font-normal text-faint">
            {flight.minutes === null ? "landed" : `landed after ${flight.minutes} min`}
          </span>
        </h2>
        {!writing && (
          <button type="button" className="text-sm underline" onClick={() => setWriting(true)}>
            Write more down
          </button>
        )}
      </header>
      {flight.changed.length > 0 && (
        <div>
          <h3 className="border-b-2 border-ink font-semibold">
            {flight.changed.length === 1 ? "The one change before it" : "Changes before it"}
          </h3>
          <ChangeList changed={flight.changed} />
          {flight.changed.length === 1 ? (
            <fieldset className="mt-2">
              <legend className="text-sm">Was it better?</legend>
              <div className="grid grid-cols-3 gap-1.5">
                {VERDICTS.map(({ value, label }) => (
                  <button
                    key={value}
                    type="button"
                    aria-pressed={flight.verdict === value}
                    className="key min-h-12 text-lg aria-pressed:border-mint aria-pressed:bg-wash"
                    onClick={() =>
                      void hand.write(flight.number, {
                        verdict: flight.verdict === value ? null : value,
                      })
                    }
                  >
                    {label}
                  </button>
                ))}
              </div>
            </fieldset>
          ) : (
            <p className="mt-1 text-sm text-workable">
              Several at once: nobody knows which one did it, so nothing is learnt from it.
            </p>
          )}
        </div>
      )}
      {writing ? (
        <>
          {field.log_says.length > 0 && (
            <ul aria-label="What its log shows" className="border-l-4 border-in pl-2">
              {field.log_says.map((each) => (
                <li key={each}>Its log: {each}</li>
              ))}
            </ul>
          )}
          <LookedForList field={field} seen={seen ?? []} gone={gone} onSaid={said} />
          <ObservationList field={field} flight={flight} seen={seen} onSeen={write} />
          <FlightDetails id={id} flight={flight} packs={field.packs} hand={hand} />
        </>
      ) : (
        <p>
          {flight.seen_words.length === 0
            ? "Nothing was wrong."
            : `${flight.seen_words.join(". ")}.`}{" "}
          {flight.words}
        </p>
      )}
    </section>
  );
}
