/** The step at hand: do this, read this, then this. */
import { ShieldAlert } from "lucide-react";
import type { Ask, Bench, BenchHand, SlipLine } from "@/api/bench";
import { ToleranceRuler } from "@/parts/tolerance-ruler";
import { StateMark, WordMark } from "@/parts/verdict";
import { answerText } from "./answer-text";
import { GainChart } from "./gain-chart";
import { LearnPanel } from "./learn-panel";
import { MovementPair } from "./movement-pair";
import { QuestionGrid } from "./question-grid";
import { ReadingLog } from "./reading-log";
import { RingChart } from "./ring-chart";
import { SliderPicture } from "./slider-picture";
import { TailLooks } from "./tail-looks";

type Props = {
  helicopter: string;
  bench: Bench;
  hand: BenchHand;
  /** What is to be done now, on a page too narrow to have it at the side. */
  now: React.ReactNode;
  /** The question that is open, and how another one is. */
  ask: Ask | null;
  onAsk: (key: string | null) => void;
  onStep: (step: SlipLine["name"]) => void;
};

export function StepAtHand({ helicopter, bench, hand, now, ask, onAsk, onStep }: Props) {
  const { advice } = bench;
  const line = bench.slip.find((each) => each.name === advice.step);
  if (!line) return null;
  const drawn =
    advice.rays.length + advice.rulers.length + advice.gains.length > 0 || advice.slide != null;
  return (
    <article className="space-y-4" aria-labelledby="step-title">
      <header>
        <h2
          id="step-title"
          className="flex flex-wrap items-baseline gap-x-3 text-2xl font-semibold max-sm:text-xl"
        >
          <span>
            <span className="figure mr-2 text-faint">{line.label}</span>
            {line.title}
          </span>
          <span className="text-base">
            <StateMark state={line.state} />
          </span>
        </h2>
        <p className="text-faint max-sm:text-sm">{line.why}</p>
        {line.because.length > 0 && (
          <p className="mt-1 text-workable">
            Stale: {line.because.join(", ")} changed since it was done. Take its readings anew.
          </p>
        )}
        <Base line={line} bench={bench} onStep={onStep} />
      </header>
      {now && (
        <section aria-label="Reading" className="border-y-2 border-ink py-2">
          {now}
        </section>
      )}
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
        {advice.sketch && <MovementPair sketch={advice.sketch} />}
        {advice.tail_sketch && <TailLooks sketch={advice.tail_sketch} />}
      </Part>
      <Part title={`Read this${bench.simulated ? ", on the simulated model" : ""}`}>
        <Questions bench={bench} ask={ask} onAsk={onAsk} />
      </Part>
      {drawn && (
        <Part title="How it stands">
          {advice.rays.length > 0 && <RingChart rays={advice.rays} />}
          {advice.slide && <SliderPicture slide={advice.slide} />}
          {advice.gains.length > 0 && <GainChart gains={advice.gains} />}
          {advice.rulers.map((ruler) => (
            <ToleranceRuler key={ruler.label} ruler={ruler} />
          ))}
        </Part>
      )}
      {advice.teaches && <LearnPanel step={advice.step} hand={hand} />}
      <ReadingLog helicopter={helicopter} log={advice.log} step={advice.step} hand={hand} />
    </article>
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section>
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

/** The questions of the step with their answers; the open one is answered beside or above. */
function Questions({ bench, ask, onAsk }: Pick<Props, "bench" | "ask" | "onAsk">) {
  const { asks } = bench.advice;
  // What may be read but was not stays out of the way of what must be.
  const spare = asks.filter((each) => each.optional && each.answer == null);
  const rest = asks.filter((each) => !spare.includes(each));
  return (
    <>
      <Listed asks={rest} ask={ask} onAsk={onAsk} />
      {spare.length > 0 && (
        <details className="mt-1">
          <summary className="py-1 text-sm">
            If you can, read also <span className="figure text-faint">({spare.length})</span>
          </summary>
          <Listed asks={spare} ask={ask} onAsk={onAsk} />
        </details>
      )}
    </>
  );
}

/** Several of one kind are one grid; the others are lines. */
function Listed({ asks, ask, onAsk }: { asks: Ask[] } & Pick<Props, "ask" | "onAsk">) {
  const grids = [...new Set(asks.map((each) => each.cell?.grid).filter(Boolean))];
  const grid = (name: string | undefined) => asks.filter((each) => each.cell?.grid === name);
  const alone = asks.filter((each) => !each.cell || grid(each.cell.grid).length < 3);
  return (
    <>
      {grids.map(
        (name) =>
          grid(name).length > 2 && (
            <QuestionGrid key={name} asks={grid(name)} open={ask?.key ?? null} onAsk={onAsk} />
          ),
      )}
      <ul>
        {alone.map((each) => (
          <Question key={each.key} ask={each} open={each.key === ask?.key} onAsk={onAsk} />
        ))}
      </ul>
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
        className="flex w-full flex-wrap items-baseline justify-end gap-x-3 border-l-4 border-transparent py-1.5 pl-2 text-left hover:bg-wash aria-pressed:border-mint aria-pressed:bg-sheet"
        onClick={() => onAsk(ask.key)}
      >
        <span className="min-w-44 flex-1">{ask.label}</span>
        <span className="flex items-baseline gap-3 text-right">
          <span className={`font-semibold ${ask.kind === "number" ? "figure" : ""}`}>
            {answerText(ask)}
          </span>
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
