/** The bench to be read from two metres: one question or act, in the largest digits there is room
 * for, and one key for a hand that is full. */
import { Dialog as Radix } from "radix-ui";
import type { Action, Answer, Ask, Bench, BenchHand, StepName } from "@/api/bench";
import { useHandProblem } from "@/api/hand";
import { questionName, useTyped } from "@/api/typed-entries";
import { ProblemNote } from "@/parts/problem-note";
import { WordMark } from "@/parts/verdict";
import { answerText } from "./answer-text";
import { Keypad } from "./keypad";
import { useDigits } from "./use-digits";

type Props = {
  helicopter: string;
  bench: Bench;
  hand: BenchHand;
  ask: Ask | null;
  /** The pilot opened this very question. */
  chosen: boolean;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  onStep: (step: StepName) => void;
  onOver: () => void;
};

export function LargeView(props: Props) {
  const { bench, hand, open, onOpenChange } = props;
  const problem = useHandProblem(hand);
  const line = bench.slip.find((each) => each.name === bench.advice.step);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-50 flex flex-col overflow-y-auto bg-paper p-3 md:p-6"
        >
          <div className="flex items-start justify-between gap-4">
            <Radix.Title className="text-xl font-semibold md:text-3xl">
              <span className="figure text-faint">{line?.label}</span> {line?.title}
            </Radix.Title>
            <Radix.Close className="key min-h-11">Back to the page</Radix.Close>
          </div>
          {problem && <ProblemNote problem={problem} />}
          {open && <Now {...props} />}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** What comes next: what is advised and needed, an answer, or the way on; the same as on the page. */
function Now(props: Props) {
  const { bench, hand, ask, chosen, onStep, onOver } = props;
  if (ask && chosen) return <Question {...props} ask={ask} />;
  const { advice } = bench;
  const done = advice.outcome === "good" || advice.outcome === "workable";
  const next = bench.slip.find((line) => line.name === bench.next_step);
  const action = advice.actions.find((each) => each.needed);
  if (done && !action) {
    const last = next === undefined;
    return (
      <Large says={advice.summary}>
        <LargeKey onPress={() => (last ? onOver() : onStep(next.name))}>
          {last ? "Sign off the evening" : `On to: ${next.title}`}
        </LargeKey>
      </Large>
    );
  }
  if (ask && (advice.next_key || !action)) return <Question {...props} ask={ask} />;
  if (action) return <Advised bench={bench} hand={hand} action={action} />;
  return (
    <Large says={advice.summary}>
      {next && <LargeKey onPress={() => onStep(next.name)}>Back to: {next.title}</LargeKey>}
    </Large>
  );
}

function Advised({ bench, hand, action }: { bench: Bench; hand: BenchHand; action: Action }) {
  return (
    <Large says={action.text} below={action.expect}>
      <LargeKey onPress={() => void hand.act(bench.advice.step, action.key, bench)}>
        {action.by_hand && !bench.simulated ? "I have done it" : "Done"}
      </LargeKey>
    </Large>
  );
}

function Question({ helicopter, bench, hand, ask }: Props & { ask: Ask }) {
  const { step } = bench.advice;
  const record = (value: Answer) => void hand.read(step, ask.key, value);
  if (ask.kind === "number") {
    return <Figure key={ask.key} {...{ helicopter, bench, ask, record }} />;
  }
  if (ask.kind === "confirm" || ask.kind === "choice") {
    const answers =
      ask.kind === "confirm"
        ? [
            { value: true, label: "Yes, it is so" },
            { value: false, label: "No" },
          ]
        : ask.options;
    return (
      <Large says={ask.label} below={ask.hint}>
        {answers.map(({ value, label }) => (
          <LargeKey key={label} onPress={() => record(value)} plain={value !== true}>
            {label}
          </LargeKey>
        ))}
      </Large>
    );
  }
  return (
    <Large says={ask.label} below="This one has several answers at once: give it on the page.">
      <Radix.Close className="key key-main min-h-24 text-3xl">Back to the page</Radix.Close>
    </Large>
  );
}

type FigureProps = {
  helicopter: string;
  bench: Bench;
  ask: Extract<Ask, { kind: "number" }>;
  record: (value: Answer) => void;
};

function Figure({ helicopter, bench, ask, record }: FigureProps) {
  const name = questionName(helicopter, bench.simulated, bench.advice.step, ask.key);
  const [typed, type] = useTyped(name);
  const text = typed ?? "";
  const setText = (to: string) => type(to === "" ? null : to);
  const send = () => text !== "" && record(text);
  useDigits(text, setText, send);
  return (
    <form
      className="flex flex-1 flex-col"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <Large says={ask.label} below={ask.hint}>
        <output
          className="figure my-2 block text-center text-[min(24vw,26vh)] leading-none"
          aria-label={`${ask.label}, as typed`}
        >
          {text || <span className="text-faint">{answerText(ask) || "–"}</span>}
          <span className="text-[0.3em] text-faint"> {text ? ask.unit : ""}</span>
        </output>
        {ask.word && (
          <p className="text-center text-2xl">
            <WordMark word={ask.word} />
          </p>
        )}
        {matchMedia("(pointer: coarse)").matches && (
          <Keypad text={text} onText={setText} signed={ask.low < 0} records={false} />
        )}
        <button type="submit" className="key key-main min-h-24 text-3xl" disabled={text === ""}>
          Record
        </button>
      </Large>
    </form>
  );
}

type LargeProps = { says: string; below?: string; children: React.ReactNode };

function Large({ says, below, children }: LargeProps) {
  return (
    <div className="flex flex-1 flex-col">
      <p className="my-auto py-4 text-center text-[clamp(1.75rem,6vw,5rem)] leading-tight font-semibold">
        {says}
        {below && <span className="block text-xl font-normal text-faint">{below}</span>}
      </p>
      <div className="grid gap-2">{children}</div>
    </div>
  );
}

type LargeKeyProps = { onPress: () => void; plain?: boolean; children: React.ReactNode };

function LargeKey({ onPress, plain = false, children }: LargeKeyProps) {
  return (
    <button
      type="button"
      className={`key min-h-24 text-3xl whitespace-normal ${plain ? "" : "key-main"}`}
      onClick={onPress}
    >
      {children}
    </button>
  );
}
