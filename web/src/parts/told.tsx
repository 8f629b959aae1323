/** A line of text: kept when it is left or Enter is pressed; Escape gives it up. */
import { useEffect, useId, useState } from "react";

type Props = { label: string; value: string; onKeep: (value: string) => void };

export function Told({ label, value, onKeep }: Props) {
  const id = useId();
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  const commit = () => {
    if (typed.trim() !== value) onKeep(typed.trim());
  };
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-sm leading-tight">
        {label}
      </label>
      <input
        id={id}
        className="field mt-0.5 w-full"
        value={typed}
        autoComplete="off"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          else if (event.key === "Escape") setTyped(value);
        }}
      />
    </div>
  );
}
