/** A leveller without degrees: square, or the gap under each arm; both tilts are read at once. */
import { Diff } from "lucide-react";
import { useState } from "react";
import type { BenchHand, NumberAsk, StepName } from "@/api/bench";
import { asProblem, type Problem } from "@/api/client";
import { Dialog } from "@/parts/dialog";
import { readNumber, signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";

type Props = { step: StepName; ask: NumberAsk; roles: string[]; hand: BenchHand };
type Tilt = { right_deg: number; forward_deg: number };

export function Leveller({ step, ask, roles, hand }: Props) {
  const [open, setOpen] = useState(false);
  const [gaps, setGaps] = useState<string[]>([]);
  const [tilt, setTilt] = useState<Tilt | null>(null);
  const [says, setSays] = useState("");
  const [problem, setProblem] = useState<Problem | null>(null);
  const work = async (of: string[]) => {
    try {
      // A field left empty is an arm that touches; what is no number is for the server to name.
      const read = of.map((text) =>
        text.trim() === "" ? 0 : (readNumber(text, "mm") ?? Number.NaN),
      );
      setTilt(await hand.tiltOfGaps(read));
      setProblem(null);
    } catch (error) {
      setTilt(null);
      setProblem(asProblem(error));
    }
  };
  const high = async (ball: number) => {
    setTilt(null);
    try {
      setSays(await hand.bringDown(ball));
      setProblem(null);
    } catch (error) {
      setProblem(asProblem(error));
    }
  };
  const record = async () => {
    if (!tilt || !ask.by_gaps) return;
    const [right, forward] = ask.by_gaps as [string, string];
    const refused =
      (await hand.read(step, right, tilt.right_deg)) ??
      (await hand.read(step, forward, tilt.forward_deg));
    setProblem(refused);
    if (refused) return;
    setOpen(false);
    setTilt(null);
    setGaps([]);
  };
  return (
    <>
      <button type="button" className="key flex-1" onClick={() => setOpen(true)}>
        <Diff aria-hidden size={18} /> It shows no degrees…
      </button>
      <Dialog open={open} onOpenChange={setOpen} title="A leveller without degrees">
        <form
          className="space-y-3"
          onSubmit={(event) => {
            event.preventDefault();
            // The dialog stands inside the reading's own form: this is not that one's answer.
            event.stopPropagation();
            void work(roles.map((_, i) => gaps[i] ?? ""));
          }}
        >
          <p className="text-sm">
            Let the leveller down until its first arm touches a ball. Put feeler gauges, drills or
            paper under the other arms; a ball that is high touches first. Leave a field empty where
            the arm touches.
          </p>
          {roles.map((role, i) => (
            <label key={role} className="flex items-center justify-between gap-3">
              <span>
                Gap at ball <span className="figure">{i + 1}</span> ({role})
              </span>
              <span className="flex items-center gap-1.5">
                <input
                  className="field figure w-24 text-right"
                  inputMode="decimal"
                  autoComplete="off"
                  value={gaps[i] ?? ""}
                  onChange={(event) => {
                    setTilt(null);
                    setGaps(roles.map((_, n) => (n === i ? event.target.value : (gaps[n] ?? ""))));
                  }}
                />
                <span className="text-sm text-faint">mm</span>
              </span>
            </label>
          ))}
          <div className="flex gap-1.5">
            <button type="submit" className="key flex-1">
              Work it out
            </button>
            <button
              type="button"
              className="key flex-1"
              onClick={() => {
                setGaps([]);
                void work(roles.map(() => ""));
              }}
            >
              Square: all touch
            </button>
          </div>
          {ask.sticks?.[0] === 0 && (
            <fieldset className="border-t border-rule pt-2">
              <legend className="text-sm">I only see which ball is high:</legend>
              <div className="mt-1 flex flex-wrap gap-1.5">
                {roles.map((role, i) => (
                  <button
                    key={role}
                    type="button"
                    className="key min-h-10 text-sm"
                    onClick={() => void high(i)}
                  >
                    ball {i + 1} ({role})
                  </button>
                ))}
              </div>
              <p role="status" className="mt-1 font-semibold">
                {says}
              </p>
            </fieldset>
          )}
          {problem && <ProblemNote problem={problem} />}
          {tilt && (
            <button
              type="button"
              className="key key-main w-full text-lg"
              onClick={() => void record()}
            >
              Record {signed(tilt.right_deg)}° right, {signed(tilt.forward_deg)}° forward
            </button>
          )}
        </form>
      </Dialog>
    </>
  );
}
