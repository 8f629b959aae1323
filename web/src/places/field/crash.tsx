/** After a crash: what to look at, piece by piece, and what the bench has to measure anew. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { useHand } from "@/api/bench";
import { asProblem } from "@/api/client";
import { useHandProblem } from "@/api/hand";
import { useWear } from "@/api/wear";
import { ProblemNote } from "@/parts/problem-note";

type Props = { id: string; done: () => void };

const KEPT = "mint-lever.crash.";

/** What was looked at so far: a look round a crashed helicopter takes more than one evening. */
function ticked(id: string): ReadonlySet<string> {
  try {
    return new Set(JSON.parse(localStorage.getItem(KEPT + id) ?? "[]") as string[]);
  } catch {
    return new Set();
  }
}

function tick(id: string, looked: ReadonlySet<string>) {
  try {
    localStorage.setItem(KEPT + id, JSON.stringify([...looked]));
  } catch {
    // It holds until the sheet is closed.
  }
}

export function Crash({ id, done }: Props) {
  const wear = useWear(id);
  const hand = useHand(id);
  const problem = useHandProblem(hand);
  const go = useNavigate();
  const [looked, setLooked] = useState(() => ticked(id));
  if (wear.isError) return <ProblemNote problem={asProblem(wear.error)} />;
  if (!wear.data) return <p>Opening the list…</p>;
  const list = wear.data.after_a_crash;
  const note = async () => {
    if (await hand.touched("final_directions", "crash")) return;
    tick(id, new Set());
    done();
    go(`/helicopters/${id}/bench`);
  };
  const toggle = (what: string) => {
    const next = new Set(looked);
    if (!next.delete(what)) next.add(what);
    setLooked(next);
    tick(id, next);
  };
  return (
    <>
      <p>
        Pack out first, away from everything that burns. Nothing flies again before each of these
        was looked at and the bench has measured anew what a crash moves.
      </p>
      <ul className="mt-2">
        {list.map(({ what, how }) => (
          <li key={what} className="border-b border-rule">
            <label className="flex min-h-11 items-start gap-3 py-1.5">
              <input
                type="checkbox"
                className="mt-1 size-5 shrink-0 accent-mint"
                checked={looked.has(what)}
                onChange={() => toggle(what)}
              />
              <span>
                <b className="font-semibold">{what}.</b> {how}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {problem && <ProblemNote problem={problem} />}
      <button
        type="button"
        className="key key-main mt-3 min-h-14 w-full text-lg whitespace-normal"
        onClick={() => void note()}
      >
        It crashed: show what the bench has to measure anew
      </button>
      <p className="mt-1 text-sm text-faint">
        <span className="figure">
          {looked.size} of {list.length}
        </span>{" "}
        looked at. What was changed, say so at the bench too: “Worked on”.
      </p>
    </>
  );
}
