/** Answering the open question, in the way its kind asks for. */
import { useState } from "react";
import { type Ask, type Bench, type BenchHand, type StepName, useHandProblem } from "@/api/bench";
import { ProblemNote } from "@/parts/problem-note";
import { BallsEntry } from "./balls-entry";
import { ChoiceEntry } from "./choice-entry";
import { ListEntry } from "./list-entry";
import { NumberEntry } from "./number-entry";
import { OtherMeans } from "./other-means";

type Props = {
  bench: Bench;
  hand: BenchHand;
  roles: string[];
  ask: Ask | null;
  done: () => void;
  onStep: (step: StepName) => void;
};

export function Entry({ bench, hand, roles, ask, done, onStep }: Props) {
  const { advice } = bench;
  const gate = bench.slip.find((line) => line.name === "make_safe");
  const problem = useHandProblem(hand);
  const [filled, setFilled] = useState<{ key: string; value: number } | null>(null);
  const record = async (value: unknown) => {
    if (!ask) return false;
    const refused = await hand.read(advice.step, ask.key, value);
    if (refused) return false;
    setFilled(null);
    done();
    return true;
  };
  const take = bench.simulated && ask ? () => hand.take(advice.step, ask.key) : null;
  // A question that was answered anew starts with an empty field.
  const fresh = `${advice.step} ${ask?.key} ${advice.log.length}`;
  const start = filled && filled.key === ask?.key ? filled.value : null;
  return (
    <div>
      {advice.step !== "make_safe" && gate && !["good", "workable"].includes(gate.state) && (
        <p className="mb-2 border-l-4 border-workable pl-2 text-sm">
          Nothing is recorded before{" "}
          <button
            type="button"
            className="underline hover:text-mint"
            onClick={() => onStep(gate.name)}
          >
            {gate.title}
          </button>{" "}
          is confirmed since the last power-up.
        </p>
      )}
      {ask && <p className="mb-1 text-lg leading-tight font-semibold">{ask.label}</p>}
      {problem && <ProblemNote problem={problem} />}
      {ask === null && <p className="text-faint">Everything here is read.</p>}
      {ask?.kind === "number" && (
        <NumberEntry key={`${fresh} ${start}`} ask={ask} record={record} take={take} start={start}>
          {ask.azimuth !== null && (
            <OtherMeans hand={hand} use={(value) => setFilled({ key: ask.key, value })} />
          )}
        </NumberEntry>
      )}
      {(ask?.kind === "confirm" || ask?.kind === "choice") && (
        <ChoiceEntry key={fresh} ask={ask} record={record} take={take} />
      )}
      {ask?.kind === "balls" && (
        <BallsEntry key={fresh} ask={ask} roles={roles} record={record} take={take} />
      )}
      {ask?.kind === "numbers" && <ListEntry key={fresh} ask={ask} record={record} />}
    </div>
  );
}
