/** What each swash ball did, or only what the whole swash did. */
import { ArrowDown, ArrowUp, Eye, Minus } from "lucide-react";
import { ToggleGroup } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { Answer, BallsAsk } from "@/api/bench";
import { typing, useSingleKeys } from "@/parts/shortcuts/registry";

type Props = {
  ask: BallsAsk;
  roles: string[];
  record: (value: Answer) => Promise<boolean>;
  take: (() => Promise<Answer>) | null;
};

const WAYS = [
  { value: "1", label: "up", icon: <ArrowUp aria-hidden size={20} /> },
  { value: "0", label: "still", icon: <Minus aria-hidden size={20} /> },
  { value: "-1", label: "down", icon: <ArrowDown aria-hidden size={20} /> },
];

export function BallsEntry({ ask, roles, record, take }: Props) {
  const { count } = ask;
  const letters = useSingleKeys();
  const [balls, setBalls] = useState<(string | null)[]>(() => Array(count).fill(null));
  const [seen, setSeen] = useState(false);
  const complete = balls.every((ball) => ball !== null);
  const send = useRef<HTMLButtonElement>(null);

  const see = async () => {
    const value = await take?.();
    if (!Array.isArray(value)) return;
    setBalls(value.map(String));
    setSeen(true);
  };
  // One press then records what was seen.
  useEffect(() => {
    if (seen && complete) send.current?.focus({ preventScroll: true });
  }, [seen, complete]);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.key !== "g" || !letters || !take || typing(event)) return;
      event.preventDefault();
      void see();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  });

  return (
    <form
      aria-label={ask.label}
      onSubmit={(event) => {
        event.preventDefault();
        if (complete) void record(balls.map(Number) as (-1 | 0 | 1)[]);
      }}
    >
      {ask.hint && <p className="mb-1.5 text-sm">{ask.hint}</p>}
      <div className="grid gap-1.5">
        {balls.map((ball, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a ball is its place round the shaft
          <div key={i} className="flex items-center justify-between gap-2">
            <span id={`ball-${i}`}>
              {ask.horns ? "Horn" : "Ball"} <span className="figure">{i + 1}</span> ({roles[i]})
            </span>
            <ToggleGroup.Root
              type="single"
              aria-labelledby={`ball-${i}`}
              className="flex"
              value={ball ?? ""}
              onValueChange={(way) =>
                way && setBalls(balls.map((old, at) => (at === i ? way : old)))
              }
            >
              {WAYS.map((way) => (
                <ToggleGroup.Item
                  key={way.value}
                  value={way.value}
                  aria-label={way.label}
                  className="key -ml-px min-h-11 min-w-14 rounded-none data-[state=on]:border-mint data-[state=on]:bg-wash"
                >
                  {way.icon}
                  <span className="text-sm">{way.label}</span>
                </ToggleGroup.Item>
              ))}
            </ToggleGroup.Root>
          </div>
        ))}
      </div>
      {take && (
        <button type="button" className="key mt-2 w-full" onClick={() => void see()}>
          <Eye aria-hidden size={18} /> Look at the simulated model
          <kbd className="figure text-xs text-faint">G</kbd>
        </button>
      )}
      <button
        ref={send}
        type="submit"
        className="key key-main mt-2 min-h-11 w-full"
        disabled={!complete}
      >
        Record
      </button>
      {ask.options.length > 0 && (
        <details className="mt-2 text-sm">
          <summary className="py-1">I only saw what the whole swash did</summary>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {ask.options.map((option) => (
              <button
                key={option.value}
                type="button"
                className="key min-h-10 text-sm"
                aria-pressed={ask.answer === option.value}
                onClick={() => void record(option.value)}
              >
                {option.label}
              </button>
            ))}
          </div>
        </details>
      )}
    </form>
  );
}
