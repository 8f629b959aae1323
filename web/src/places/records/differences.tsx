/** What is otherwise, and the way there: one setting, or the whole of a revision. */
import { RotateCcw } from "lucide-react";
import { useState } from "react";
import type { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import type { Comparison, Difference, Effect } from "@/api/records";
import { shown } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";
import { DeviceSign } from "@/parts/settings/devices";
import { unitWords } from "@/parts/settings/setting";

type Props = {
  found: Comparison;
  editor: Editor;
  /** The revision that is compared with, if it is one of this helicopter. */
  revision: number | null;
  busy: boolean;
};

export function Differences({ found, editor, revision, busy }: Props) {
  const [problem, setProblem] = useState<Problem | null>(null);
  const { differences, effect, stale, lost } = found;
  if (differences.length === 0) {
    return (
      <p className="mt-3 text-lg">
        {found.one} and {found.other} are the same in everything.
      </p>
    );
  }
  const devices = [...new Set(differences.map((each) => each.device))];
  const take = async ({ path, value }: Difference) =>
    setProblem(await editor.edit([{ path, value }]));
  return (
    <div aria-busy={busy} inert={busy}>
      <dl className="mt-3 grid gap-x-4 gap-y-1 sm:grid-cols-[auto_1fr]">
        <dt className="text-faint">Together at the blade</dt>
        <dd>{effect ? <EffectWords effect={effect} /> : "nothing moves"}</dd>
        {stale.length > 0 && (
          <>
            <dt className="text-faint">Going there makes stale</dt>
            <dd>{stale.join(", ")}</dd>
          </>
        )}
        {lost.length > 0 && (
          <>
            <dt className="text-faint">Readings that lose their ground</dt>
            <dd>{lost.map((each) => `${each.title}: ${each.readings}`).join(", ")}</dd>
          </>
        )}
      </dl>
      {found.from_draft && revision === null && (
        <p className="mt-2 max-w-prose border-l-4 border-workable pl-2 text-sm">
          Another helicopter’s travels, sub-trims, horn places and link lengths never carry over:
          they belong to its own metal. Head speed, gains and curves are its own too until they were
          flown.
        </p>
      )}
      {problem && <ProblemNote problem={problem} />}
      {devices.map((device) => (
        <section key={device} aria-label={device} className="mt-4">
          <h3 className="flex items-center gap-1.5 border-b border-ink font-semibold first-letter:uppercase">
            <DeviceSign device={device} />
            {device}
          </h3>
          <ul>
            {differences
              .filter((each) => each.device === device)
              .map((each) => (
                <Row key={each.path} difference={each} onTake={found.from_draft ? take : null} />
              ))}
          </ul>
        </section>
      ))}
      {found.from_draft && revision !== null && (
        <button
          type="button"
          className="key mt-4 min-h-11"
          onClick={async () => setProblem(await editor.restore(revision))}
        >
          <RotateCcw aria-hidden size={18} /> Put the whole of revision {revision} into the draft
        </button>
      )}
    </div>
  );
}

type RowProps = { difference: Difference; onTake: ((difference: Difference) => void) | null };

function Row({ difference, onTake }: RowProps) {
  const { name, before, after, unit, effect, path } = difference;
  return (
    <li className="grid items-baseline gap-x-4 border-b border-rule py-1 sm:grid-cols-[1fr_auto_auto]">
      <span>
        {name}
        {effect && (
          <span className="block text-sm text-faint">
            <EffectWords effect={effect} />
          </span>
        )}
      </span>
      <span className="figure sm:text-right">
        <span className="text-faint">{before} →</span> <b>{after}</b> {unitWords(unit)}
      </span>
      {onTake && path !== "name" ? (
        <button
          type="button"
          className="key min-h-9 text-sm"
          aria-label={`Take over: ${name}`}
          onClick={() => onTake(difference)}
        >
          Take over
        </button>
      ) : (
        <span />
      )}
    </li>
  );
}

function EffectWords({ effect }: { effect: Effect }) {
  const unit = effect.unit === "deg" ? "°" : ` ${effect.unit}`;
  return (
    <>
      <span className="figure">
        {shown(effect.size, effect.unit === "deg" ? 2 : 0)}
        {unit}
      </span>{" "}
      {effect.part}, most at {effect.where}
    </>
  );
}
