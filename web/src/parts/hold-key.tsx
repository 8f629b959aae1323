/** A key for what can hurt: held down for a second by pointer; by keyboard it asks first.
 *
 * A short tap does nothing, so that no thumb that rests for something else, and no letter, sets it
 * off. Enter opens the named question, and Enter again answers it.
 */
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Dialog } from "@/parts/dialog";

const HELD_MS = 1000;

type Props = {
  /** What it does, on the key. */
  label: string;
  /** The question by keyboard, and the key that answers it. */
  question: string;
  answer: string;
  mark: ReactNode;
  onDone: () => void;
  children?: ReactNode;
};

export function HoldKey({ label, question, answer, mark, onDone, children }: Props) {
  const [held, setHeld] = useState(false);
  const [short, setShort] = useState(false);
  const [asking, setAsking] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const stop = () => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
    setHeld(false);
  };
  useEffect(() => () => void (timer.current !== null && clearTimeout(timer.current)), []);
  const begin = () => {
    setShort(false);
    setHeld(true);
    timer.current = setTimeout(() => {
      stop();
      onDone();
    }, HELD_MS);
  };
  return (
    <div className="flex items-center gap-3">
      {mark}
      <button
        type="button"
        className="key relative min-h-12 flex-1 touch-none overflow-hidden whitespace-normal select-none"
        onPointerDown={(event) => event.button === 0 && begin()}
        onPointerUp={() => {
          if (timer.current !== null) setShort(true);
          stop();
        }}
        onPointerLeave={stop}
        onPointerCancel={stop}
        onContextMenu={(event) => event.preventDefault()}
        // By keyboard and by a screen reader a click comes without a pointer.
        onClick={(event) => event.detail === 0 && setAsking(true)}
      >
        <span
          aria-hidden
          className={`absolute inset-y-0 left-0 bg-wash ${held ? "w-full transition-[width] duration-1000 ease-linear" : "w-0"}`}
        />
        <span className="relative">
          {label}
          <span className="block text-sm text-faint">
            {short ? "Hold it down for a whole second" : "hold it down"}
          </span>
        </span>
      </button>
      <Dialog open={asking} onOpenChange={setAsking} title={question}>
        {children}
        <button
          type="button"
          data-answers
          className="key mt-3 min-h-12 w-full"
          // An Enter that is still held down from the key before it answers nothing.
          onKeyDown={(event) => event.repeat && event.preventDefault()}
          onClick={() => {
            setAsking(false);
            onDone();
          }}
        >
          {answer}
        </button>
      </Dialog>
    </div>
  );
}
