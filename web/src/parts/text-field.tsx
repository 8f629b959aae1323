/** One labelled line of text, or a password; what is wrong with it stands under it. */
import { type InputHTMLAttributes, useId } from "react";
import type { Problem } from "@/api/client";

type Props = Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "value"> & {
  label: string;
  value: string;
  onChange: (value: string) => void;
  large?: boolean;
  /** What is wrong with what was entered, each in words. */
  wrong?: string[];
};

/** What a problem says of one field. */
export function wrongIn(problem: Problem | null, path: string): string[] {
  return problem?.faults.filter((each) => each.path === path).map(({ allowed }) => allowed) ?? [];
}

/** A problem without what already stands under one of these fields. */
export function besides(problem: Problem, paths: string[]): Problem {
  return { ...problem, faults: problem.faults.filter(({ path }) => !paths.includes(path)) };
}

export function TextField({ label, onChange, large, wrong = [], ...input }: Props) {
  const name = useId();
  const size = large ? "text-lg" : "";
  return (
    <div className={size}>
      <label className="block">
        {label}
        <input
          required
          aria-invalid={wrong.length > 0 || undefined}
          aria-describedby={wrong.length > 0 ? name : undefined}
          {...input}
          className={`field mt-1 w-full ${size}`}
          onChange={(event) => onChange(event.target.value)}
        />
      </label>
      {wrong.length > 0 && (
        <ul id={name} className="mt-0.5 border-l-4 border-out pl-3 text-base text-out">
          {wrong.map((allowed) => (
            <li key={allowed}>Allowed: {allowed}.</li>
          ))}
        </ul>
      )}
    </div>
  );
}
