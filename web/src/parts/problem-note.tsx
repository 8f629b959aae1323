/** A problem in plain words, with every fault's path, what was found and what is allowed. */
import { TriangleAlert } from "lucide-react";
import type { Problem } from "@/api/client";

export function ProblemNote({
  problem,
  children,
}: {
  problem: Problem;
  children?: React.ReactNode;
}) {
  return (
    <div role="alert" className="border-l-4 border-out py-1 pl-3">
      <p className="flex items-center gap-2 font-semibold text-out">
        <TriangleAlert aria-hidden size={18} className="shrink-0" />
        {problem.title}
      </p>
      {problem.faults.length > 0 ? (
        <ul className="mt-1 space-y-1 text-sm">
          {problem.faults.map((fault) => (
            <li key={`${fault.path} ${fault.allowed}`} className="break-words">
              {fault.path && <span className="figure font-semibold">{fault.path}: </span>}
              {fault.found !== "what was entered" && <>found {fault.found}; allowed: </>}
              {fault.allowed}
            </li>
          ))}
        </ul>
      ) : (
        problem.detail && <p className="mt-1 text-sm">{problem.detail}</p>
      )}
      {children}
    </div>
  );
}
