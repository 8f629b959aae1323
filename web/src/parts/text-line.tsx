/**
 * A line of text: kept when it is left or Enter is pressed; Escape gives it up. What cannot be kept
 * stays as it was typed, with the reason under it.
 */
import { useEffect, useId, useState } from "react";

type Props = {
  label: string;
  value: string;
  /** Why a text cannot be kept; null where it can. */
  refuse?: (text: string) => string | null;
  onKeep: (value: string) => void;
};

export function TextLine({ label, value, refuse, onKeep }: Props) {
  const id = useId();
  const [typed, setTyped] = useState(value);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    setTyped(value);
    setFault(null);
  }, [value]);
  const commit = () => {
    const text = typed.trim();
    const why = text === value ? null : (refuse?.(text) ?? null);
    setFault(why);
    if (text !== value && !why) onKeep(text);
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
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === "Enter") commit();
          else if (event.key === "Escape") {
            setTyped(value);
            setFault(null);
          }
        }}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-1 text-sm text-out">
          {fault}
        </p>
      )}
    </div>
  );
}

/** Nothing is no name. */
export const noName = (text: string) => (text ? null : "found nothing; allowed: a name");
