/** The final list as large keys, one question after the other; once more on every day out. */
import { useState } from "react";
import { Link } from "react-router";
import { type Answer, useBench, useHand } from "@/api/bench";
import type { Field } from "@/api/field";
import { useHandProblem } from "@/api/hand";
import { ChoiceEntry } from "@/parts/choice-entry";
import { dayOf } from "@/parts/dates";
import { ProblemNote } from "@/parts/problem-note";
import { StateMark } from "@/parts/verdict";
import { addressOf } from "@/places";

type Props = { id: string; field: Field };

const today = () => new Date().toDateString();

export function FinalList({ id, field }: Props) {
  const done = field.final === "good" || field.final === "workable";
  const at = field.final_at ? new Date(field.final_at) : null;
  const fresh = done && at?.toDateString() === today();
  const [walking, setWalking] = useState<number | null>(null);
  return (
    <section aria-labelledby="final-list">
      <h3
        id="final-list"
        className="flex flex-wrap items-baseline justify-between gap-x-3 border-b-2 border-ink font-semibold"
      >
        The final list, by hand
        <StateMark state={field.final} />
      </h3>
      {walking === null ? (
        <>
          <p className="mt-1 text-sm">
            {fresh && at
              ? `Gone through today at ${at.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit" })}.`
              : done && at
                ? `Last gone through on ${dayOf(at.toISOString())}. Once more before the first flight of a day.`
                : "Every direction once more, and the fail-safe. Propulsion stays disabled meanwhile."}
          </p>
          <button
            type="button"
            className={`key mt-1 min-h-12 w-full ${fresh ? "" : "key-main"}`}
            onClick={() => setWalking(0)}
          >
            {fresh ? "Go through it again" : "Go through it"}
          </button>
        </>
      ) : (
        <Walk id={id} field={field} at={walking} go={setWalking} />
      )}
    </section>
  );
}

type WalkProps = Props & { at: number; go: (to: number | null) => void };

function Walk({ id, field, at, go }: WalkProps) {
  const bench = useBench(id, field.final_step);
  const hand = useHand(id);
  const problem = useHandProblem(hand);
  if (bench.data?.advice.step !== field.final_step) return <p className="mt-1">Opening it…</p>;
  const { advice, slip, simulated } = bench.data;
  const asks = advice.asks.filter((each) => each.kind === "choice" || each.kind === "confirm");
  const ask = asks[at];
  const gate = slip[0];
  const shut = gate && !["good", "workable"].includes(gate.state);
  if (shut) {
    return (
      <p className="mt-1 border-l-4 border-workable pl-2">
        Nothing is recorded before{" "}
        <Link className="underline" to={addressOf("bench", id, `?step=${gate.name}`)}>
          {gate.title}
        </Link>{" "}
        is confirmed since the last power-up.
      </p>
    );
  }
  if (!ask) {
    return (
      <>
        <p className="mt-1 text-lg">{advice.summary}</p>
        <button type="button" className="key mt-1 min-h-12 w-full" onClick={() => go(null)}>
          Good
        </button>
      </>
    );
  }
  const record = async (value: Answer) => {
    if (await hand.read(advice.step, ask.key, value)) return false;
    go(at + 1);
    return true;
  };
  return (
    <div className="mt-1">
      <p className="text-lg leading-tight font-semibold">
        <span className="figure mr-2 text-faint">
          {at + 1}/{asks.length}
        </span>
        {ask.label}
      </p>
      {problem && <ProblemNote problem={problem} />}
      <ChoiceEntry
        key={ask.key}
        ask={ask}
        record={record}
        take={simulated ? () => hand.take(advice.step, ask.key) : null}
      />
      <div className="mt-1 flex gap-4 text-sm">
        {at > 0 && (
          <button type="button" className="underline" onClick={() => go(at - 1)}>
            One back
          </button>
        )}
        <button type="button" className="underline" onClick={() => go(null)}>
          Leave it
        </button>
      </div>
    </div>
  );
}
