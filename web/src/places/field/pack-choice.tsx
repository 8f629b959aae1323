/** Which pack a flight has; a new one is named on the spot. */
import { useState } from "react";
import { asProblem } from "@/api/client";
import type { FieldHand, Flight } from "@/api/field";
import { type Pack, usePackAct } from "@/api/packs";
import { ProblemNote } from "@/parts/problem-note";

type Props = { packs: Pack[]; flight: Flight; hand: FieldHand };

export function PackChoice({ packs, flight, hand }: Props) {
  const act = usePackAct();
  const [naming, setNaming] = useState<string | null>(null);
  const there = packs.filter((each) => !each.put_away || each.id === flight.pack);
  const add = async () => {
    const name = naming?.trim();
    if (!name) return;
    const id = crypto.randomUUID();
    const made = await act.mutateAsync({ do: "add", id, name }).catch(() => null);
    if (!made) return;
    setNaming(null);
    await hand.write(flight.number, { pack: id });
  };
  return (
    <fieldset>
      <legend className="text-sm">Pack</legend>
      <div className="flex flex-wrap gap-1.5">
        {there.map((each) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={each.id === flight.pack}
            className="key min-h-11 aria-pressed:border-mint aria-pressed:bg-wash"
            onClick={() =>
              void hand.write(flight.number, { pack: each.id === flight.pack ? null : each.id })
            }
          >
            {each.name}
            <span className="figure text-xs text-faint">{each.flown}</span>
          </button>
        ))}
        {naming === null && (
          <button type="button" className="key min-h-11" onClick={() => setNaming("")}>
            Another pack
          </button>
        )}
      </div>
      {naming !== null && (
        <form
          className="mt-1 flex gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <input
            aria-label="What is written on the pack"
            placeholder="6S red 1"
            className="field min-w-0 flex-1"
            maxLength={60}
            value={naming}
            onChange={(event) => setNaming(event.target.value)}
          />
          <button type="submit" className="key min-h-11">
            Keep it
          </button>
          <button type="button" className="key min-h-11" onClick={() => setNaming(null)}>
            Leave it
          </button>
        </form>
      )}
      {act.isError && <ProblemNote problem={asProblem(act.error)} />}
    </fieldset>
  );
}
