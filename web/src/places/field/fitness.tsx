/** Fit to fly, or every reason why not. */
import { CircleCheck, CircleDashed } from "lucide-react";
import type { Field } from "@/api/field";

type Props = { fitness: Field["fitness"]; simulated: boolean };

const SHOWN = 4;

export function Fitness({ fitness, simulated }: Props) {
  if (fitness.fit) {
    return (
      <p className="flex items-center gap-2 text-lg font-semibold text-in">
        <CircleCheck aria-hidden size={20} className="shrink-0" />
        {simulated ? "All of it done, in practice" : `Revision ${fitness.revision} is fit to fly`}
      </p>
    );
  }
  const more = fitness.withheld.length - SHOWN;
  return (
    <div>
      <p className="flex items-center gap-2 text-lg font-semibold text-workable">
        <CircleDashed aria-hidden size={20} className="shrink-0" /> Not fit to fly
      </p>
      <ul className="list-disc pl-5 text-sm">
        {fitness.withheld.slice(0, SHOWN).map((each) => (
          <li key={each}>{each}</li>
        ))}
        {more > 0 && (
          <li>
            and <span className="figure">{more}</span> more: Bench has them all
          </li>
        )}
      </ul>
    </div>
  );
}
