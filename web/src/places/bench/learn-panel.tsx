/** The model learns: fit uncertain lengths to the gauge readings; before and after side by side. */
import { useState } from "react";
import type { BenchHand, Lesson, Parameter, StepName } from "@/api/bench";
import { asProblem, type Problem } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import { ProblemNote } from "@/parts/problem-note";

const PARAMETERS: { name: Parameter; label: string }[] = [
  { name: "grip_arm", label: "grip arm" },
  { name: "inner_radius", label: "inner ring's balls" },
  { name: "head_height", label: "head height" },
  { name: "horn_length", label: "servo horns" },
];

export function LearnPanel({ step, hand }: { step: StepName; hand: BenchHand }) {
  const [chosen, setChosen] = useState<Parameter[]>(["grip_arm", "inner_radius", "horn_length"]);
  const [lesson, setLesson] = useState<Lesson | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const fit = async () => {
    try {
      setLesson(await hand.lesson(chosen));
      setProblem(null);
    } catch (error) {
      setLesson(null);
      setProblem(asProblem(error));
    }
  };
  return (
    <details className="border-t border-rule pt-2">
      <summary className="py-1 font-semibold">Let the model learn from these readings</summary>
      <p className="mt-1 text-sm">
        Lengths nobody measures well are fitted to the gauge. Each starts from what the setup says,
        as a ruler knows it; the figure after ± is one standard deviation.
      </p>
      <fieldset className="mt-2 flex flex-wrap gap-x-4 gap-y-1">
        <legend className="sr-only">Lengths to fit</legend>
        {PARAMETERS.map(({ name, label }) => (
          <label key={name} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-mint"
              checked={chosen.includes(name)}
              onChange={(event) =>
                setChosen(
                  event.target.checked ? [...chosen, name] : chosen.filter((each) => each !== name),
                )
              }
            />
            {label}
          </label>
        ))}
      </fieldset>
      <button type="button" className="key mt-2" disabled={chosen.length === 0} onClick={fit}>
        Fit
      </button>
      {problem && <ProblemNote problem={problem} />}
      {lesson && (
        <div className="mt-2">
          <table className="w-full text-sm">
            <thead>
              <tr className="border-b border-ink text-left">
                <th scope="col">length</th>
                <th scope="col" className="text-right">
                  before
                </th>
                <th scope="col" className="text-right">
                  after, mm
                </th>
              </tr>
            </thead>
            <tbody className="figure">
              {lesson.lengths.map((length) => (
                <tr key={length.name} className="border-b border-rule">
                  <th scope="row" className="text-left font-sans font-normal">
                    {length.name}
                  </th>
                  <td className="text-right">{shown(length.before_mm, 2)}</td>
                  <td className="text-right">
                    {shown(length.after_mm, 2)} ± {shown(length.sd_mm, 2)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <table className="mt-2 w-full text-sm">
            <thead>
              <tr className="border-b border-ink text-left">
                <th scope="col">gauge less prediction</th>
                <th scope="col" className="text-right">
                  before
                </th>
                <th scope="col" className="text-right">
                  after
                </th>
              </tr>
            </thead>
            <tbody className="figure">
              {lesson.readings.map((reading, i) => (
                <tr key={reading} className="border-b border-rule">
                  <th scope="row" className="text-left font-sans font-normal">
                    {reading}
                  </th>
                  <td className="text-right">{signed(lesson.before_deg[i], 2)}°</td>
                  <td className="text-right">{signed(lesson.after_deg[i], 2)}°</td>
                </tr>
              ))}
            </tbody>
          </table>
          <button
            type="button"
            className="key key-main mt-2"
            onClick={async () => {
              const refused = await hand.learn(step, chosen);
              setProblem(refused);
              if (!refused) setLesson(null);
            }}
          >
            Write these lengths into the setup
          </button>
        </div>
      )}
    </details>
  );
}
