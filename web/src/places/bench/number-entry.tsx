/** Entering one reading: type it, thumb it in, or nudge it. What was typed stays until it is kept. */
import { Gauge, Grid3x3, Minus, Plus } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import type { Answer, NumberAsk } from "@/api/bench";
import { useTyped } from "@/api/typed-entries";
import { FigureChoice } from "@/parts/figure-choice";
import { eitherOf, readNumber, shown } from "@/parts/numbers";
import { Keypad } from "./keypad";
import { useDigits } from "./use-digits";

type Props = {
  /** The question's own name: what is typed is kept under it. */
  name: string;
  ask: NumberAsk;
  record: (value: string, joins?: boolean) => Promise<boolean>;
  /** Whether a reading of this question is on its way. */
  sending: boolean;
  /** Take it with the simulated bench's instrument; null where the real model is on the table. */
  take: (() => Promise<Answer>) | null;
  /** What the field starts with, as worked out another way. */
  start: number | null;
  children?: React.ReactNode;
};

/** Once the keypad was asked for, the next question has it too. */
let padKept = false;

export function NumberEntry(props: Props) {
  const { name, ask, record, sending, take, start, children } = props;
  const decimals = ask.nudge < 1 ? 1 : 0;
  const [typed, type] = useTyped(name);
  const text = typed ?? (start === null ? "" : shown(start, decimals).replace("−", "-"));
  const [meant, setMeant] = useState<number[]>([]);
  const setText = (to: string) => {
    setMeant([]);
    type(to === "" ? null : to);
  };
  const [pad, setPad] = useState(() => padKept || matchMedia("(pointer: coarse)").matches);
  const field = useRef<HTMLInputElement>(null);

  // The field takes the focus as its question comes up, on a page that is already in use; where
  // fingers point it opens no keyboard of the screen's, the keypad is there.
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  useDigits(
    text,
    (to) => {
      setText(to);
      field.current?.focus({ preventScroll: true });
    },
    null,
  );

  const fill = async () => {
    const value = await take?.();
    if (typeof value === "number") setText(shown(value, decimals).replace("−", "-"));
    field.current?.focus({ preventScroll: true });
  };
  const nudge = (ways: number) => {
    const from = readNumber(text) ?? (typeof ask.answer === "number" ? ask.answer : 0);
    setText(shown(from + ways * ask.nudge, decimals).replace("−", "-"));
  };
  const send = async (joins = false) => {
    if (sending) return;
    const fits = (each: number) => each >= ask.low && each <= ask.high;
    const either = eitherOf(text, ask.unit);
    if (either && fits(either[1])) {
      setMeant(either.filter(fits));
      return;
    }
    // Also what was worked out another way stays, should it be refused.
    if (text !== "") type(text);
    await record(text, joins);
  };
  return (
    <form
      aria-label={ask.label}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <p className="text-sm">{ask.hint}</p>
      <div className="mt-1 flex items-stretch gap-1">
        <button
          type="button"
          className="key min-w-11"
          aria-label={`${ask.nudge} less`}
          onClick={() => nudge(-1)}
        >
          <Minus aria-hidden size={20} />
        </button>
        <label className="relative min-w-0 flex-1">
          <span className="sr-only">
            {ask.label} ({ask.unit || "number"})
          </span>
          <input
            ref={field}
            className="field figure h-14 w-full pr-10 text-right text-4xl"
            inputMode={matchMedia("(pointer: coarse)").matches ? "none" : "decimal"}
            autoComplete="off"
            data-ask={ask.key}
            value={text}
            readOnly={sending}
            onChange={(event) => setText(event.target.value)}
            onKeyDown={(event) => {
              const { key } = event;
              if (key === "ArrowUp") nudge(event.shiftKey ? 10 : 1);
              else if (key === "ArrowDown") nudge(event.shiftKey ? -10 : -1);
              else if (key === "Escape") setText("");
              else if (key === "g" && take) void fill();
              else return;
              event.preventDefault();
            }}
          />
          <span className="pointer-events-none absolute top-1/2 right-2 -translate-y-1/2 text-lg text-faint">
            {ask.unit}
          </span>
        </label>
        <button
          type="button"
          className="key min-w-11"
          aria-label={`${ask.nudge} more`}
          onClick={() => nudge(1)}
        >
          <Plus aria-hidden size={20} />
        </button>
      </div>
      <FigureChoice
        of={ask.label}
        figures={meant}
        alone="Is this meant?"
        unit={ask.unit}
        onMean={(figure) => {
          // With four decimals there is no doubt any more.
          const plain = Number.isInteger(figure) ? String(figure) : figure.toFixed(4);
          setText(plain);
          void record(plain);
        }}
      />
      <div className="mt-2 flex flex-wrap gap-1.5">
        {take && (
          <button type="button" className="key flex-1" onClick={() => void fill()}>
            <Gauge aria-hidden size={18} /> Read the simulated model
            <kbd className="figure text-xs text-faint">G</kbd>
          </button>
        )}
        {children}
        {ask.answer != null && (
          <button type="button" className="key" onClick={() => void send(true)}>
            Mean with the last
          </button>
        )}
      </div>
      {pad ? (
        <div className="mt-2">
          <Keypad text={text} onText={setText} signed={ask.low < 0} />
        </div>
      ) : (
        <div className="mt-2 flex gap-1.5">
          <button type="submit" className="key key-main min-h-10 flex-1 text-base">
            Record <kbd className="figure text-xs">Enter</kbd>
          </button>
          <button
            type="button"
            className="key"
            onClick={() => {
              padKept = true;
              setPad(true);
            }}
          >
            <Grid3x3 aria-hidden size={18} /> Keypad
          </button>
        </div>
      )}
    </form>
  );
}
