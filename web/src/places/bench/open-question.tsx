/** What is to be done now, in one place: the open question with its field, the verdict, the act. */
import { useState } from "react";
import {
  type Answer,
  type Ask,
  type Bench,
  type BenchHand,
  type StepName,
  useOnItsWay,
  useTurning,
} from "@/api/bench";
import { useHandProblem } from "@/api/hand";
import { questionName } from "@/api/typed-entries";
import { ChoiceEntry } from "@/parts/choice-entry";
import { ProblemNote } from "@/parts/problem-note";
import { Actions } from "./actions";
import { BallsEntry } from "./balls-entry";
import { ConfirmAll } from "./confirm-all";
import { Leveller } from "./leveller";
import { ListEntry } from "./list-entry";
import { NumberEntry } from "./number-entry";
import { PitchConversion } from "./pitch-conversion";

type Props = {
  helicopter: string;
  bench: Bench;
  hand: BenchHand;
  roles: string[];
  ask: Ask | null;
  done: () => void;
  onStep: (step: StepName) => void;
  onOver: () => void;
};

/** What has to be done at this very power-up before anything of the step at hand. */
function gatesOf({ slip, advice }: Bench) {
  return slip.filter((line) => advice.waits_for.includes(line.name));
}

export function OpenQuestion({ helicopter, bench, hand, roles, ask, done, onStep, onOver }: Props) {
  const { advice } = bench;
  const gates = gatesOf(bench);
  const problem = useHandProblem(hand);
  const onItsWay = useOnItsWay(helicopter, advice.step, ask?.key ?? "");
  const [filled, setFilled] = useState<{ key: string; value: number } | null>(null);
  const turning = useTurning(helicopter);
  const record = async (value: Answer, joins = false) => {
    if (!ask || onItsWay.sending || turning) return false;
    const refused = await hand.read(advice.step, ask.key, value, joins);
    if (refused) return false;
    setFilled(null);
    done();
    return true;
  };
  const take = bench.simulated && ask ? () => hand.take(advice.step, ask.key) : null;
  // A question that was answered anew starts with an empty field.
  const fresh = `${advice.step} ${ask?.key} ${advice.log.lines.at(-1)?.sequence ?? 0}`;
  const start = filled && filled.key === ask?.key ? filled.value : null;
  return (
    <div>
      {gates.map((gate) => (
        <p key={gate.name} className="mb-2 border-l-4 border-workable pl-2 text-sm">
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
      ))}
      {ask && <p className="mb-1 text-lg leading-tight font-semibold">{ask.label}</p>}
      {problem && <ProblemNote problem={problem} />}
      <p role="status" className="text-sm font-semibold text-workable">
        {onItsWay.silent && "No answer yet: your reading is kept here and goes by itself."}
      </p>
      {ask === null && advice.asks.length > 0 && (
        <p className="text-faint">Everything here is read.</p>
      )}
      {ask?.kind === "number" && (
        <NumberEntry
          key={`${fresh} ${start}`}
          name={questionName(helicopter, bench.simulated, advice.step, ask.key)}
          sending={onItsWay.sending}
          ask={ask}
          record={record}
          take={take}
          start={start}
        >
          {(ask.azimuth != null || ask.without_gauge) && (
            <PitchConversion hand={hand} use={(value) => setFilled({ key: ask.key, value })} />
          )}
          {ask.by_gaps && <Leveller step={advice.step} ask={ask} roles={roles} hand={hand} />}
        </NumberEntry>
      )}
      {(ask?.kind === "confirm" || ask?.kind === "choice") && (
        <ChoiceEntry key={fresh} ask={ask} record={record} take={take} />
      )}
      {ask?.kind === "confirm" && gates.length === 0 && (
        <ConfirmAll step={advice.step} asks={advice.asks} hand={hand} done={done} />
      )}
      {ask?.kind === "balls" && (
        <BallsEntry key={fresh} ask={ask} roles={roles} record={record} take={take} />
      )}
      {ask?.kind === "numbers" && <ListEntry key={fresh} ask={ask} record={record} />}
      <div className="mt-3 border-t border-rule pt-2">
        <Actions bench={bench} hand={hand} onStep={onStep} onOver={onOver} />
      </div>
    </div>
  );
}
