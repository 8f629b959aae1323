/** Before a helicopter is copied: what never carries over, and which of two copies it is to be. */
import { asProblem } from "@/api/client";
import { useBeforeCopy, useCopyHelicopter } from "@/api/fleet";
import { ProblemNote } from "@/parts/problem-note";

export function CopyHelicopter({ id, done }: { id: string; done: () => void }) {
  const before = useBeforeCopy(id, true);
  const copy = useCopyHelicopter();
  const radio = before.data?.radio;
  const make = (same_radio: boolean) =>
    copy.mutate({ helicopter_id: id, same_radio }, { onSuccess: done });
  return (
    <div className="space-y-4">
      <p>
        These belong to one helicopter alone and never carry over to another. Whatever they say on
        the copy, set and measure them there anew; its bench is empty, and it is not fit to fly.
      </p>
      {before.isError && <ProblemNote problem={asProblem(before.error)} />}
      {before.isPending && <p>Looking through its settings…</p>}
      {before.data && (
        <ul className="divide-y divide-rule border-y border-rule">
          {before.data.never_carries.map(({ kind, names }) => (
            <li key={kind} className="py-1.5">
              <b className="inline-block font-semibold first-letter:uppercase">{kind}</b>
              <span className="text-sm text-faint">: {names.join("; ")}</span>
            </li>
          ))}
          {before.data.never_carries.length === 0 && (
            <li className="py-1.5">Of these nothing was entered here.</li>
          )}
        </ul>
      )}
      {copy.isError && <ProblemNote problem={asProblem(copy.error)} />}
      <div className="grid gap-3 sm:grid-cols-2">
        <Way label="Copy it as it stands" act={() => make(false)} busy={copy.isPending}>
          Every setting, those above too.
        </Way>
        <Way label="Same radio, another receiver" act={() => make(true)} busy={copy.isPending}>
          Modes, curves, rates and the unit’s figures stay shared
          {radio ? <>, {radio} comes along</> : null}. Those above are as delivered; lengths stay,
          to be measured over.
        </Way>
      </div>
    </div>
  );
}

type WayProps = { label: string; act: () => void; busy: boolean; children: React.ReactNode };

function Way({ label, act, busy, children }: WayProps) {
  return (
    <div>
      <button type="button" className="key min-h-11 w-full" onClick={act} disabled={busy}>
        {label}
      </button>
      <p className="mt-1 text-sm text-faint">{children}</p>
    </div>
  );
}
