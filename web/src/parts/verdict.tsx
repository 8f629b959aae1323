/** Verdicts and states: a word, a shape and a colour together, never colour alone. */
import type { State, Word } from "@/api/bench";

type Look = { word: string; colour: string; shape: React.ReactNode };

const RING = <circle cx="8" cy="8" r="6" />;
const GOOD = (
  <>
    {RING}
    <path d="M4.5 8.5 7 11l4.5-5.5" />
  </>
);
const WORKABLE = <path d="M8 2 15 14H1Z" />;
const OUT = <path d="M2.5 2.5 13.5 13.5M13.5 2.5 2.5 13.5" strokeWidth="2.4" />;

const STATES: Record<State, Look> = {
  open: { word: "open", colour: "text-faint", shape: RING },
  "in hand": {
    word: "in hand",
    colour: "text-ink",
    shape: (
      <>
        {RING}
        <path d="M8 2a6 6 0 0 1 0 12V2" className="fill-current" />
      </>
    ),
  },
  good: { word: "good", colour: "text-in", shape: GOOD },
  workable: { word: "workable", colour: "text-workable", shape: WORKABLE },
  out: { word: "out", colour: "text-out", shape: OUT },
  stale: {
    word: "stale",
    colour: "text-workable",
    shape: (
      <>
        <circle cx="8" cy="8" r="6" strokeDasharray="2.5 2.2" />
        <path d="M8 5v3.5l2.5 1.5" />
      </>
    ),
  },
};

const WORDS: Record<Word, Look> = {
  in: { word: "in", colour: "text-in", shape: GOOD },
  workable: { word: "workable", colour: "text-workable", shape: WORKABLE },
  out: { word: "out", colour: "text-out", shape: OUT },
  "wrong side": {
    word: "wrong side",
    colour: "text-out",
    shape: <path d="M13.5 8H3M6.5 4 2.5 8l4 4M13.5 2.5v11" strokeWidth="2.2" />,
  },
  "read again": {
    word: "read again",
    colour: "text-ink",
    shape: <path d="M13 8a5 5 0 1 1-1.5-3.6M12 1.5v3.2H8.8" />,
  },
};

function Sign({ look }: { look: Look }) {
  return (
    <svg
      viewBox="0 0 16 16"
      aria-hidden
      className="size-4 shrink-0 fill-none stroke-current"
      strokeWidth="1.7"
    >
      {look.shape}
    </svg>
  );
}

function Said({ look }: { look: Look }) {
  return (
    <span
      className={`inline-flex items-center gap-1.5 font-semibold whitespace-nowrap ${look.colour}`}
    >
      <Sign look={look} />
      {look.word}
    </span>
  );
}

export function StateMark({ state }: { state: State }) {
  return <Said look={STATES[state]} />;
}

export function StateSign({ state }: { state: State }) {
  return (
    <span className={STATES[state].colour}>
      <Sign look={STATES[state]} />
    </span>
  );
}

/** ``brief`` in a grid: the shape, and the word for those who do not see it. */
export function WordMark({ word, brief = false }: { word: Word; brief?: boolean }) {
  if (!brief) return <Said look={WORDS[word]} />;
  return (
    <span className={WORDS[word].colour}>
      <Sign look={WORDS[word]} />
    </span>
  );
}
