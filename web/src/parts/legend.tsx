/** What the states of a step and the words of a reading mean. */
import type { State, Word } from "@/api/bench";
import { StateMark, WordMark } from "@/parts/verdict";

const STATES: Record<State, string> = {
  open: "Nothing of this step was read yet.",
  "in hand": "Some of it is read; it cannot be judged yet.",
  good: "Done, and as it should be.",
  workable: "Done: it flies like this, and could be better. The step says why.",
  out: "Not as it should be. The step says what to do.",
  stale: "It was done, but something it rests on has changed since: its readings count no more.",
};
const WORDS: Record<Word, string> = {
  in: "It is where it should be.",
  workable: "Beside what is aimed for, within what can be flown.",
  out: "Outside of what can be flown.",
  "wrong side": "The right size, to the wrong side.",
  "read again": "One reading is not enough here, or another one contradicts it.",
};

export function Legend() {
  return (
    <>
      <h3 className="border-b-2 border-ink font-semibold">A step is</h3>
      <Meanings of={STATES} mark={(state) => <StateMark state={state} />} />
      <h3 className="mt-4 border-b-2 border-ink font-semibold">A reading is</h3>
      <Meanings of={WORDS} mark={(word) => <WordMark word={word} />} />
      <p className="mt-4 text-sm text-faint">
        On the slip, a broad green bar marks the open step, a black one what it rests on, a dotted
        one what rests on it.
      </p>
    </>
  );
}

type MeaningsProps<Name extends string> = {
  of: Record<Name, string>;
  mark: (name: Name) => React.ReactNode;
};

function Meanings<Name extends string>({ of, mark }: MeaningsProps<Name>) {
  return (
    <dl className="mt-1 grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1.5">
      {(Object.keys(of) as Name[]).map((name) => (
        <div key={name} className="contents">
          <dt>{mark(name)}</dt>
          <dd>{of[name]}</dd>
        </div>
      ))}
    </dl>
  );
}
