/** The step at hand: do this, read this, then this. */
import { ShieldAlert } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Ask, Bench, BenchHand, SlipLine } from "@/api/bench";
import { shown } from "@/parts/numbers";
import { ToleranceRuler } from "@/parts/tolerance-ruler";
import { StateMark, WordMark } from "@/parts/verdict";
import { Actions } from "./actions";
import { LearnPanel } from "./learn-panel";
import { ReadingLog } from "./reading-log";
import { RightAndWrong } from "./right-and-wrong";
import { RingChart } from "./ring-chart";

type Props = {
  bench: Bench;
  hand: BenchHand;
  /** Where the open question is answered, on a page too narrow to have it at the side. */
  entry: React.ReactNode;
  /** The question that is open, and how another one is. */
  ask: Ask | null;
  onAsk: (key: string | null) => void;
  onStep: (step: SlipLine["name"]) => void;
};

const TEACHES = ["zero_pitch", "cyclic_throw", "collective_range"];

export function StepAtHand({ bench, hand, entry, ask, onAsk, onStep }: Props) {
  const { advice } = bench;
  const line = bench.slip.find((each) => each.name === advice.step);
  if (!line) return null;
  return (
    <article className="space-y-4" aria-labelledby="step-title">
      <header>
        <h2
          id="step-title"
          className="flex flex-wrap items-baseline gap-x-3 text-2xl font-semibold"
        >
          <span>
            <span className="figure mr-2 text-faint">{line.number}</span>
            {line.title}
          </span>
          <span className="text-base">
            <StateMark state={line.state} />
          </span>
        </h2>
        <p className="text-faint">{line.why}</p>
        {line.because.length > 0 && (
          <p className="mt-1 text-workable">
            Stale: {line.because.join(", ")} changed since it was done. Take its readings anew.
          </p>
        )}
        <Base line={line} bench={bench} onStep={onStep} />
      </header>
      {advice.cautions.length > 0 && (
        <ul className="space-y-1 border-2 border-workable px-3 py-2 text-sm" aria-label="Cautions">
          {advice.cautions.map((caution) => (
            <li key={caution} className="flex gap-2">
              <ShieldAlert aria-hidden size={17} className="mt-0.5 shrink-0 text-workable" />
              {caution}
            </li>
          ))}
        </ul>
      )}
      <Part title="Do this">
        <ol className="list-inside list-decimal space-y-0.5 marker:text-faint">
          {advice.do.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ol>
        {advice.sketch && <RightAndWrong sketch={advice.sketch} />}
      </Part>
      <Part title={`Read this${bench.simulated ? ", on the simulated model" : ""}`}>
        <Questions bench={bench} ask={ask} onAsk={onAsk} />
        {entry && <div className="mt-3">{entry}</div>}
      </Part>
      <Part
        title="Then this"
        follow={advice.actions.length > 0 || advice.next_key === null ? advice.log.length : 0}
      >
        {advice.rays.length > 0 && <RingChart rays={advice.rays} />}
        {advice.rulers.map((ruler) => (
          <ToleranceRuler key={ruler.label} ruler={ruler} />
        ))}
        <Actions advice={advice} hand={hand} simulated={bench.simulated} />
        {(advice.outcome === "good" || advice.outcome === "workable") &&
          bench.next_step &&
          bench.next_step !== advice.step && (
            <button
              type="button"
              data-next
              className="key key-main mt-3 min-h-11 text-base"
              onClick={() => bench.next_step && onStep(bench.next_step)}
            >
              On to: {bench.slip.find((each) => each.name === bench.next_step)?.title}
              <kbd className="figure text-xs">L</kbd>
            </button>
          )}
      </Part>
      {TEACHES.includes(advice.step) && <LearnPanel step={advice.step} hand={hand} />}
      <ReadingLog lines={advice.log} step={advice.step} hand={hand} />
    </article>
  );
}

type PartProps = {
  title: string;
  /** Brought into sight when this count of what was logged goes up. */
  follow?: number;
  children: React.ReactNode;
};

function Part({ title, follow = 0, children }: PartProps) {
  const part = useRef<HTMLElement>(null);
  const seen = useRef(follow);
  useEffect(() => {
    if (follow > seen.current) part.current?.scrollIntoView({ block: "nearest" });
    seen.current = follow;
  }, [follow]);
  return (
    <section ref={part}>
      <h3 className="mb-1 border-b-2 border-ink pb-0.5 font-semibold">{title}</h3>
      {children}
    </section>
  );
}

function Base({ line, bench, onStep }: { line: SlipLine; bench: Bench; onStep: Props["onStep"] }) {
  if (line.base.length === 0) return null;
  const bases = bench.slip.filter((each) => line.base.includes(each.title));
  return (
    <p className="mt-1 flex flex-wrap items-baseline gap-x-2 text-workable">
      Rests on what is not done:
      {bases.map((base) => (
        <button
          key={base.name}
          type="button"
          className="underline hover:text-mint"
          onClick={() => onStep(base.name)}
        >
          {base.title} ({base.state})
        </button>
      ))}
    </p>
  );
}

/** The questions of the step with their answers; the open one is answered beside or below. */
function Questions({ bench, ask, onAsk }: Pick<Props, "bench" | "ask" | "onAsk">) {
  const { asks } = bench.advice;
  // What may be read but was not stays out of the way of what must be.
  const spare = asks.filter((each) => each.optional && each.answer == null);
  const rest = asks.filter((each) => !spare.includes(each));
  return (
    <>
      <ul>
        {rest.map((each) => (
          <Question key={each.key} ask={each} open={each.key === ask?.key} onAsk={onAsk} />
        ))}
      </ul>
      {spare.length > 0 && (
        <details className="mt-1">
          <summary className="py-1 text-sm">
            If you can, read also <span className="figure text-faint">({spare.length})</span>
          </summary>
          <ul>
            {spare.map((each) => (
              <Question key={each.key} ask={each} open={each.key === ask?.key} onAsk={onAsk} />
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

type QuestionProps = { ask: Ask; open: boolean; onAsk: Props["onAsk"] };

function Question({ ask, open, onAsk }: QuestionProps) {
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        data-question={ask.key}
        aria-pressed={open}
        className="flex w-full items-baseline justify-between gap-3 border-l-4 border-transparent py-1.5 pl-2 text-left hover:bg-wash aria-pressed:border-mint aria-pressed:bg-sheet"
        onClick={() => onAsk(ask.key)}
      >
        <span>{ask.label}</span>
        <span className="flex shrink-0 items-baseline gap-3">
          <span className="figure font-semibold">{answered(ask)}</span>
          {ask.word && (
            <span className="text-sm">
              <WordMark word={ask.word} />
            </span>
          )}
        </span>
      </button>
    </li>
  );
}

const BALL: Record<string, string> = { "1": "↑", "0": "–", "-1": "↓" };

function answered(ask: Ask): string {
  const { answer } = ask;
  if (answer === null || answer === undefined) return "";
  if (ask.kind === "balls" && Array.isArray(answer)) {
    return answer.map((ball) => BALL[String(ball)]).join(" ");
  }
  if (Array.isArray(answer)) return answer.join(" ");
  if (typeof answer === "number") return `${shown(answer, ask.nudge < 1 ? 1 : 0)} ${ask.unit}`;
  if (typeof answer === "boolean") return answer ? "yes" : "no";
  return ask.options.find((option) => option.value === answer)?.label ?? String(answer);
}
