/** Field: the flight at hand, what was seen on the last one, and the one next thing. */
import { asProblem } from "@/api/client";
import {
  type Field,
  type FieldHand,
  type Flight,
  useField,
  useFieldHand,
  useFlown,
} from "@/api/field";
import { useHandProblem } from "@/api/hand";
import { type Here, useCurrentHelicopter } from "@/parts/current-helicopter";
import { ProblemNote } from "@/parts/problem-note";
import { useShortcut } from "@/parts/shortcuts/registry";
import { FieldTools } from "./field-tools";
import { FlightClock } from "./flight-clock";
import { FlightReport } from "./flight-report";
import { GoodFlightDifferences } from "./good-flight-differences";
import { NextThingCard } from "./next-thing";
import { Preflight } from "./preflight";
import { Timeline } from "./timeline";

export function FieldPlace() {
  const { draft, editor } = useCurrentHelicopter();
  const field = useField(draft.id);
  const hand = useFieldHand(draft.id);
  const problem = useHandProblem(hand);
  const atHand = useFlown(draft.id, field.data?.at_hand ?? null);
  if (!field.data) {
    return (
      <main className="p-6">
        {field.error ? <ProblemNote problem={asProblem(field.error)} /> : <p>Going out…</p>}
      </main>
    );
  }
  const now = field.data;
  const { newest } = now;
  return (
    <main className="mx-auto grid w-full max-w-6xl gap-x-8 gap-y-5 px-3 py-4 md:grid-cols-2 md:px-5 xl:min-h-0 xl:overflow-y-auto">
      <div className="space-y-5">
        {problem && <ProblemNote problem={problem} />}
        {atHand === null ? (
          <OnTheGround {...{ draft, editor, newest, hand }} field={now} />
        ) : atHand.stage === "ready" ? (
          <Preflight id={draft.id} field={now} flight={atHand} hand={hand} />
        ) : (
          <FlightClock flight={atHand} hand={hand} />
        )}
      </div>
      <div className="space-y-5">
        <FieldTools draft={draft} editor={editor} field={now} hand={hand} />
        {now.since_good && <GoodFlightDifferences since={now.since_good} />}
        <Timeline id={draft.id} packs={now.packs} hand={hand} />
      </div>
    </main>
  );
}

type GroundProps = Here & { field: Field; newest: Flight | null; hand: FieldHand };

/** Between flights: what was seen on the last one, what follows from it, and on to the next one. */
function OnTheGround({ draft, editor, field, newest, hand }: GroundProps) {
  useShortcut({ keys: ["n"], says: "the next flight", run: () => void hand.ready() });
  const first = newest === null;
  return (
    <>
      {newest && (
        <FlightReport key={newest.number} id={draft.id} field={field} flight={newest} hand={hand} />
      )}
      {newest && field.next && (
        <NextThingCard next={field.next} {...{ field, draft, editor, hand }} />
      )}
      {first && (
        <section aria-labelledby="first">
          <h2 id="first" className="text-2xl font-semibold">
            Nothing was flown yet
          </h2>
          <p className="mt-1 max-w-prose">
            Each flight is begun here and written down here: what was changed before it, what was
            seen, whether that was better or worse. From that comes the one next thing to do.
          </p>
        </section>
      )}
      <button
        type="button"
        className={`key min-h-14 w-full text-lg ${first || field.next?.kind === "fly" ? "key-main" : ""}`}
        onClick={() => void hand.ready()}
      >
        {first ? "Make the first flight ready" : "Next flight"}
        <kbd className="figure text-xs">N</kbd>
      </button>
    </>
  );
}
