/** What reshapes the setup: swash layout, number of blades, which device mixes. */
import { useId, useState } from "react";
import { useCatalogue, wordsOf } from "@/api/catalogue";
import type { Layout, Problem, Setup } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ProblemNote } from "@/parts/problem-note";

type Props = { setup: Setup; editor: Editor };

export function LayoutField({ setup, editor }: Props) {
  const { rows } = useCatalogue();
  const now = setup.airframe.swash.layout;
  return (
    <ShapeField
      path="airframe.swash.layout"
      label="Layout, fills in the balls"
      value={now}
      options={Object.entries(wordsOf(rows, "airframe.swash.layout")).filter(
        ([name]) => name !== "custom" || name === now,
      )}
      choose={(layout) => editor.rebuild({ layout: layout as Layout })}
    />
  );
}

export function BladesField({ setup, editor }: Props) {
  return (
    <ShapeField
      path="airframe.head.blades"
      label="Blades"
      value={String(setup.airframe.head.blades)}
      options={["2", "3", "4", "5", "6"].map((count) => [count, count])}
      choose={(blades) => editor.rebuild({ blades: Number(blades) })}
    />
  );
}

export function ArrangementField({ setup, editor }: Props) {
  const { arrangements } = useCatalogue();
  return (
    <ShapeField
      path="arrangement"
      label="Which device mixes"
      value={setup.arrangement}
      options={Object.entries(arrangements)}
      choose={(arrangement) => editor.rebuild({ arrangement: arrangement as Setup["arrangement"] })}
    />
  );
}

type FieldProps = {
  path: string;
  label: string;
  value: string;
  options: string[][];
  choose: (value: string) => Promise<Problem | null>;
};

function ShapeField({ path, label, value, options, choose }: FieldProps) {
  const id = useId();
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <div className="mt-3">
      <label htmlFor={id} className="block text-sm leading-tight">
        {label}
      </label>
      <select
        id={id}
        data-path={path}
        className="field mt-0.5 w-full"
        value={value}
        onChange={async (event) => setProblem(await choose(event.target.value))}
      >
        {options.map(([name, words]) => (
          <option key={name} value={name}>
            {words}
          </option>
        ))}
      </select>
      {problem && <ProblemNote problem={problem} />}
    </div>
  );
}
