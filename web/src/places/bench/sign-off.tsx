/** The end of an evening: what was set, what is open, and the revision to save. */
import { Link } from "react-router";
import { type Bench, type EveningOver, type StepName, useEveningOver } from "@/api/bench";
import { asProblem } from "@/api/client";
import { useCurrentHelicopter } from "@/parts/current-helicopter";
import { Dialog } from "@/parts/dialog";
import { KeyingList } from "@/parts/keying/keying-list";
import { ProblemNote } from "@/parts/problem-note";
import { SaveForm } from "@/parts/save-state/save-form";
import { unitWords } from "@/parts/settings/setting";
import { StateMark } from "@/parts/verdict";

type Props = {
  bench: Bench;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onStep: (step: StepName) => void;
};

export function SignOff({ bench, open, onOpenChange, onStep }: Props) {
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Sign off the evening">
      <Sum
        bench={bench}
        close={() => onOpenChange(false)}
        onStep={(step) => {
          onOpenChange(false);
          onStep(step);
        }}
      />
    </Dialog>
  );
}

type SumProps = { bench: Bench; close: () => void; onStep: (step: StepName) => void };

function Sum({ bench, close, onStep }: SumProps) {
  const { draft, editor } = useCurrentHelicopter();
  const found = useEveningOver(draft.id, bench.version, bench.sequence);
  if (found.isError) return <ProblemNote problem={asProblem(found.error)} />;
  if (!found.data) return <p>Summing up…</p>;
  const over = found.data;
  return (
    <>
      <p>
        <span className="figure">{over.done}</span> of <span className="figure">{over.steps}</span>{" "}
        steps are done. <Fit over={over} simulated={bench.simulated} />
      </p>
      <WasSet over={over} />
      <h3 className="mt-4 border-b-2 border-ink font-semibold">What is open</h3>
      {over.left_open.length + over.cautions.length === 0 && (
        <p className="mt-1">Nothing: every step is good, and the audit has nothing to say.</p>
      )}
      <ul className="divide-y divide-rule">
        {over.left_open.map((left) => (
          <li key={left.step} className="py-1">
            <button
              type="button"
              className="flex w-full flex-wrap items-baseline gap-x-2 text-left hover:text-mint"
              onClick={() => onStep(left.step)}
            >
              <span className="figure text-faint">{left.label}</span>
              <span className="underline">{left.title}</span>
              <StateMark state={left.state} />
            </button>
            {left.state !== "open" && <p className="text-sm text-faint">{left.words}</p>}
          </li>
        ))}
        {over.cautions.map((caution) => (
          <li key={caution} className="py-1 text-workable">
            Audit: {caution}
          </li>
        ))}
      </ul>
      {!bench.simulated && (
        <>
          <h3 className="mt-4 border-b-2 border-ink font-semibold">What to key in</h3>
          <KeyingList draft={draft} />
        </>
      )}
      {!bench.simulated && (
        <p className="mt-4">
          On paper:{" "}
          <Link className="text-mint underline" to={`/helicopters/${draft.id}/paper/bench`}>
            bench sheet
          </Link>
          ,{" "}
          <Link className="text-mint underline" to={`/helicopters/${draft.id}/paper/field`}>
            field card
          </Link>
          .
        </p>
      )}
      {bench.simulated ? (
        <p className="mt-4 text-sm">Practice: nothing of it becomes a revision.</p>
      ) : draft.unsaved || draft.revision == null ? (
        <div className="mt-4 border-t-2 border-ink pt-2">
          <SaveForm draft={draft} editor={editor} done={close} />
        </div>
      ) : (
        <p className="mt-4 text-sm">
          All of it is saved as revision <span className="figure">{draft.revision}</span>.
        </p>
      )}
    </>
  );
}

function Fit({ over, simulated }: { over: EveningOver; simulated: boolean }) {
  const { fit, to_save: toSave, revision } = over.fitness;
  if (fit) {
    return (
      <strong>
        {simulated ? "All of it, in practice." : `Revision ${revision} is fit to fly.`}
      </strong>
    );
  }
  if (toSave) return <strong>Save it, and that revision is fit to fly.</strong>;
  return <strong className="text-workable">Not fit to fly yet.</strong>;
}

function WasSet({ over }: { over: EveningOver }) {
  const devices = [...new Set(over.was_set.map((each) => each.device))];
  return (
    <>
      <h3 className="mt-4 border-b-2 border-ink font-semibold">What was set, {over.since}</h3>
      {over.was_set.length === 0 && <p className="mt-1">Nothing.</p>}
      {devices.map((device) => (
        <table key={device} className="mt-1 w-full text-sm">
          <caption className="text-left text-faint first-letter:uppercase">{device}</caption>
          <thead className="sr-only">
            <tr>
              <th scope="col">setting</th>
              <th scope="col">was</th>
              <th scope="col">is</th>
            </tr>
          </thead>
          <tbody>
            {over.was_set
              .filter((each) => each.device === device)
              .map((each) => (
                <tr key={each.path} className="border-b border-rule align-baseline">
                  <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                    {each.name}
                  </th>
                  <td className="figure py-0.5 text-right text-faint">{each.before} →</td>
                  <td className="figure py-0.5 pl-1 text-right font-semibold whitespace-nowrap">
                    {each.after} {unitWords(each.unit)}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      ))}
    </>
  );
}
