/** Answering a question with one of a few answers: a tap, its digit, or Y and N. */
import { Eye } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Answer, ChoiceAsk } from "@/api/bench";
import { typing, useSingleKeys } from "@/parts/shortcuts/registry";

type Props = {
  ask: ChoiceAsk;
  record: (value: Answer) => Promise<boolean>;
  take: (() => Promise<Answer>) | null;
};

type Key = { value: boolean | string; label: string; key: string };

export function ChoiceEntry({ ask, record, take }: Props) {
  const letters = useSingleKeys();
  const answers: Key[] =
    ask.kind === "confirm"
      ? [
          { value: true, label: "Yes, it is so", key: "y" },
          { value: false, label: "No", key: "n" },
        ]
      : ask.options.map((option, i) => ({ ...option, key: String(i + 1) }));
  const first = useRef<HTMLButtonElement>(null);
  const see = async () => {
    const value = await take?.();
    if (value !== null && value !== undefined) await record(value);
  };

  useEffect(() => {
    if (matchMedia("(pointer: fine)").matches) first.current?.focus({ preventScroll: true });
  }, []);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!letters || typing(event) || event.ctrlKey || event.metaKey || event.altKey) return;
      const chosen = answers.find((answer) => answer.key === event.key.toLowerCase());
      if (chosen) void record(chosen.value);
      else if (event.key === "g" && take) void see();
      else return;
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  });

  return (
    <fieldset aria-label={ask.label}>
      <p className="text-sm">{ask.hint}</p>
      <div className="mt-1 grid gap-1.5">
        {answers.map((answer, i) => (
          <button
            key={answer.key}
            ref={i === 0 ? first : undefined}
            type="button"
            aria-pressed={ask.answer === answer.value}
            className="key min-h-12 justify-between text-left text-lg whitespace-normal aria-pressed:border-mint aria-pressed:bg-wash"
            onClick={() => void record(answer.value)}
          >
            {answer.label}
            <kbd className="figure text-xs text-faint">{answer.key.toUpperCase()}</kbd>
          </button>
        ))}
      </div>
      {take && (
        <button type="button" className="key mt-2 w-full" onClick={() => void see()}>
          <Eye aria-hidden size={18} /> Look at the simulated model
          <kbd className="figure text-xs text-faint">G</kbd>
        </button>
      )}
    </fieldset>
  );
}
