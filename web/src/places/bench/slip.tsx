/** The slip: every step, how it stands, why it is stale, what it rests on. */
import { ClipboardCheck, Shapes } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Bench, SlipLine, StepName } from "@/api/bench";
import { runWhenIdle } from "@/parts/idle-task";
import { StateMark } from "@/parts/verdict";

type Props = {
  bench: Bench;
  open: StepName;
  onOpen: (step: StepName) => void;
  /** The evening is summed up. */
  onOver: () => void;
  /** What the marks mean is shown. */
  onLegend: () => void;
};

export function Slip({ bench, open, onOpen, onOver, onLegend }: Props) {
  const at = bench.slip.find((line) => line.name === open);
  const lines: (SlipLine | Absent)[] = [...bench.slip, ...bench.absent];
  lines.sort((a, b) => a.number - b.number || a.part - b.part);
  return (
    <ol>
      {lines.map((line) =>
        isStep(line) ? (
          <Line
            key={line.name}
            line={line}
            open={line.name === open}
            next={line.name === bench.next_step}
            under={!!at?.rests_on.includes(line.title)}
            over={!!at && line.rests_on.includes(at.title)}
            onOpen={() => onOpen(line.name)}
          />
        ) : (
          <li key={line.title} className="border-b border-rule px-3 py-1.5 pl-4 text-faint">
            <span className="figure mr-1.5 text-sm">{line.label}</span>
            {line.title}
            <span className="block text-sm">Not here. {line.why}</span>
          </li>
        ),
      )}
      <li className="grid gap-1.5 p-3">
        <button type="button" className="key w-full" onClick={onOver}>
          <ClipboardCheck aria-hidden size={17} /> Sign off the evening
        </button>
        <button type="button" className="key w-full" onClick={onLegend}>
          <Shapes aria-hidden size={17} /> What the marks mean
          <kbd className="figure text-xs text-faint">M</kbd>
        </button>
      </li>
    </ol>
  );
}

/** A step that this setup has not. */
type Absent = Bench["absent"][number];
const isStep = (line: SlipLine | Absent): line is SlipLine => "state" in line;

/** Scroll what scrolls around a key until it is in sight. Not scrollIntoView: that also moves the
 * place where Tab goes on from, and takes a pilot at the keyboard past the header. */
function scrollInItsBox(key: HTMLElement) {
  let box = key.parentElement;
  while (box && box.scrollHeight <= box.clientHeight) box = box.parentElement;
  if (!box || box === document.documentElement || box === document.body) return;
  const at = key.getBoundingClientRect();
  const around = box.getBoundingClientRect();
  if (at.bottom > around.bottom) box.scrollTop += at.bottom - around.bottom;
  else if (at.top < around.top) box.scrollTop -= around.top - at.top;
}

type LineProps = {
  line: SlipLine;
  open: boolean;
  next: boolean;
  /** The open step rests on this one. */
  under: boolean;
  /** This one rests on the open step. */
  over: boolean;
  onOpen: () => void;
};

function Line({ line, open, next, under, over, onOpen }: LineProps) {
  const key = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!open) return;
    // The list is longer than most screens: the open step is never out of sight. Its place is
    // asked for once the page is laid out anyway.
    return runWhenIdle(() => key.current && scrollInItsBox(key.current));
  }, [open]);
  return (
    <li className="border-b border-rule">
      <button
        ref={key}
        type="button"
        data-step={line.name}
        aria-current={open ? "step" : undefined}
        onClick={onOpen}
        className={`relative block w-full px-3 text-left hover:bg-wash aria-[current=step]:bg-sheet ${
          line.part ? "py-1 pl-7" : "py-1.5 pl-4"
        }`}
      >
        {open && <span aria-hidden className="absolute inset-y-0 left-0 w-1.5 bg-mint" />}
        {under && <span aria-hidden className="absolute inset-y-1 left-0 w-1 bg-ink" />}
        {over && (
          <span
            aria-hidden
            className="absolute inset-y-1 left-0 w-0 border-l-4 border-dotted border-edge"
          />
        )}
        <span className="flex items-baseline justify-between gap-2">
          <span className={open ? "font-semibold" : ""}>
            <span className="figure mr-1.5 text-sm text-faint">{line.label}</span>
            {line.title}
          </span>
          <span className="text-sm">
            <StateMark state={line.state} />
          </span>
        </span>
        {line.because.length > 0 && (
          <span className="block text-sm text-workable">
            {line.because.join(", ")} changed since
          </span>
        )}
        {next && !open && <span className="block text-sm font-semibold text-mint">next</span>}
        {under && <span className="sr-only">The open step rests on this.</span>}
        {over && <span className="sr-only">Rests on the open step.</span>}
      </button>
    </li>
  );
}
