/** Before a flight: what it flies with, fit or not, the final list, and the key to take off. */
import { CircleDashed, PlaneTakeoff } from "lucide-react";
import type { Field, FieldHand, Flight } from "@/api/field";
import { HoldKey } from "@/parts/hold-key";
import { useShortcut } from "@/parts/shortcuts/registry";
import { ChangeList } from "./change-list";
import { FinalList } from "./final-list";
import { Fitness } from "./fitness";
import { PackChoice } from "./pack-choice";

type Props = { id: string; field: Field; flight: Flight; hand: FieldHand };

export function Preflight({ id, field, flight, hand }: Props) {
  const against = field.against.length > 0 && !field.simulated;
  const fly = () =>
    field.simulated
      ? void hand.flySimulated(flight.number)
      : void hand.takeOff(flight.number, against);
  // What can hurt is on no letter: with something against it, it is held down.
  useShortcut({ keys: ["o"], says: "take off", run: () => against || fly() });
  return (
    <section aria-labelledby="ready" className="space-y-4">
      <header className="flex flex-wrap items-baseline justify-between gap-2">
        <h2 id="ready" className="text-2xl font-semibold">
          Before flight <span className="figure">{flight.number}</span>
        </h2>
        {field.will_fly.length === 0 && (
          <button
            type="button"
            className="text-sm text-faint underline"
            onClick={() => void hand.takeBack(flight.number)}
          >
            Not now
          </button>
        )}
      </header>
      <Fitness fitness={field.fitness} simulated={field.simulated} />
      {field.will_fly.length > 0 && (
        <div>
          <h3 className="border-b-2 border-ink font-semibold">
            {field.will_fly.length === 1 ? "The one change it flies with" : "Changes it flies with"}
          </h3>
          <ChangeList changed={field.will_fly} />
        </div>
      )}
      <FinalList id={id} field={field} />
      {!field.simulated && <PackChoice packs={field.packs} flight={flight} hand={hand} />}
      <ul className="text-sm" aria-label="Before take-off">
        <li>Area clear, wind judged, everybody behind you.</li>
        <li>Powered in normal, stick low, throttle hold on; still until the unit is ready.</li>
        <li>First hover short, low and well away. Land at the first wrong answer.</li>
        {field.open_speeds && (
          <li>
            {field.open_speeds}. A tachometer, an optical reader or a logger's own sensor tells; the
            governor's figure does not.
          </li>
        )}
      </ul>
      {against && (
        <div className="border-2 border-workable px-3 py-2" role="note">
          <h3 className="font-semibold">What speaks against it</h3>
          <ul className="list-disc pl-5 text-sm">
            {field.against.map((each) => (
              <li key={each}>{each}.</li>
            ))}
          </ul>
          <div className="mt-3">
            <HoldKey
              label="Take off all the same; it is written down"
              question={`Take off for flight ${flight.number} all the same?`}
              answer="Yes, take off; it is written down"
              mark={
                <span className="flex items-center gap-1 font-semibold text-workable">
                  <CircleDashed aria-hidden size={20} />
                  {field.fitness.fit ? "look again" : "not fit"}
                </span>
              }
              onDone={fly}
            >
              <ul className="list-disc pl-5 text-sm">
                {field.against.map((each) => (
                  <li key={each}>{each}.</li>
                ))}
              </ul>
            </HoldKey>
          </div>
        </div>
      )}
      {!against && (
        <div className="sticky bottom-0 bg-ground py-2">
          <button
            type="button"
            className="key key-main min-h-16 w-full text-xl whitespace-normal"
            onClick={fly}
          >
            <PlaneTakeoff aria-hidden size={22} />
            {field.simulated ? "Fly the simulated model" : "Take off"}
            <kbd className="figure text-xs">O</kbd>
          </button>
        </div>
      )}
    </section>
  );
}
