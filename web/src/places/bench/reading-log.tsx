/** Everything logged in this step, newest first: struck out or put right, never lost. */

import { Pencil, RotateCcw, Strikethrough } from "lucide-react";
import { useState } from "react";
import { type Advice, type BenchHand, type LogLine, olderLog, type StepName } from "@/api/bench";
import type { Problem } from "@/api/client";
import { timeOf } from "@/parts/dates";
import { ProblemNote } from "@/parts/problem-note";

type Props = { helicopter: string; log: Advice["log"]; step: StepName; hand: BenchHand };

export function ReadingLog({ helicopter, log, step, hand }: Props) {
  const [older, setOlder] = useState<Advice["log"] | null>(null);
  const before = older?.lines.filter((line) => line.sequence < (log.lines[0]?.sequence ?? 0)) ?? [];
  const lines = [...before, ...log.lines];
  const more = older ? older.more : log.more;
  if (lines.length === 0) return null;
  const showOlder = async () => {
    const page = await olderLog(helicopter, step, lines[0]?.sequence ?? 0);
    setOlder({ lines: [...page.lines, ...before], more: page.more });
  };
  return (
    <details className="border-t border-rule pt-2">
      <summary className="py-1 font-semibold">
        Logged in this step <span className="figure text-faint">({lines.length})</span>
      </summary>
      <ul className="mt-1">
        {[...lines].reverse().map((line) => (
          <Line key={line.sequence} line={line} step={step} hand={hand} />
        ))}
      </ul>
      {more && (
        <button type="button" className="key mt-1 text-sm" onClick={() => void showOlder()}>
          Older lines
        </button>
      )}
    </details>
  );
}

function Line({ line, step, hand }: { line: LogLine; step: StepName; hand: BenchHand }) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const reading = line.kind === "reading";
  const typable = typeof line.value === "number" || Array.isArray(line.value);
  return (
    <li className="border-b border-rule py-1 text-sm">
      <div className="flex items-center gap-2">
        <span className="figure text-faint">{timeOf(line.at)}</span>
        <span className={`flex-1 ${line.struck ? "text-faint line-through" : ""}`}>
          {line.label} {reading && <strong className={typable ? "figure" : ""}>{line.said}</strong>}
        </span>
        <span className="text-faint">
          {line.edited
            ? "put right"
            : line.struck
              ? "struck out"
              : reading && !line.holds && "no longer holds"}
        </span>
        {reading && typable && !line.struck && (
          <button
            type="button"
            className="key min-h-8 px-1.5"
            aria-label={`Put right: ${line.label} ${line.said}`}
            onClick={() => setTyped(line.said)}
          >
            <Pencil aria-hidden size={15} />
          </button>
        )}
        {!line.edited && (
          <button
            type="button"
            className="key min-h-8 px-1.5"
            aria-label={`${line.struck ? "Let count again" : "Strike out"}: ${line.label} ${line.said}`}
            onClick={async () => setProblem(await hand.strike(step, line.sequence, !line.struck))}
          >
            {line.struck ? (
              <RotateCcw aria-hidden size={15} />
            ) : (
              <Strikethrough aria-hidden size={15} />
            )}
          </button>
        )}
      </div>
      {typed !== null && (
        <form
          className="mt-1 flex gap-1.5"
          onSubmit={async (event) => {
            event.preventDefault();
            const refused = await hand.edit(step, line.sequence, typed);
            setProblem(refused);
            if (!refused) setTyped(null);
          }}
        >
          <input
            // biome-ignore lint/a11y/noAutofocus: it was asked for by the key beside it
            autoFocus
            className="field figure w-28 text-right"
            aria-label={`${line.label}, put right`}
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <button type="submit" className="key key-main">
            Keep
          </button>
          <button type="button" className="key" onClick={() => setTyped(null)}>
            Leave as it was
          </button>
        </form>
      )}
      {problem && <ProblemNote problem={problem} />}
    </li>
  );
}
