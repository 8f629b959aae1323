/** Then this: the verdict in words and the next thing to do, with numbers. */
import { Check } from "lucide-react";
import { useEffect, useRef } from "react";
import type { Action, Bench, BenchHand, StepName } from "@/api/bench";
import { DeviceTag } from "@/parts/settings/devices";
import { OnDevicesList } from "@/parts/settings/on-device";
import { useShortcut } from "@/parts/shortcuts/registry";
import { StateMark } from "@/parts/verdict";
import { WheelPicture } from "./wheel-picture";

type Props = {
  bench: Bench;
  hand: BenchHand;
  onStep: (step: StepName) => void;
  /** After the last step: the evening is summed up. */
  onOver: () => void;
};

export function Actions({ bench, hand, onStep, onOver }: Props) {
  const { advice } = bench;
  const first = advice.actions[0];
  // What does several of the others at once stands before them; they are there one by one too.
  const bundles = advice.actions.filter((action) => action.parts.length > 0);
  const single = advice.actions.filter((action) => action.parts.length === 0);
  useShortcut({
    keys: ["a"],
    says: "do what is advised",
    inReadings: true,
    run: () => first && void hand.act(advice.step, first.key, bench),
  });
  const done = advice.outcome === "good" || advice.outcome === "workable";
  const next = bench.slip.find((line) => line.name === bench.next_step);
  // What is out with nothing left to read or to do here is mended at an earlier step.
  const elsewhere =
    advice.outcome === "out" && !advice.next_key && !advice.actions.some((each) => each.needed);
  return (
    <div aria-live="polite" ref={useFollowed(advice.actions.length)}>
      <p className="flex flex-wrap items-baseline gap-x-3 text-lg leading-snug">
        {advice.outcome && advice.outcome !== "begun" && <StateMark state={advice.outcome} />}
        <span>{advice.summary}</span>
      </p>
      <ul>
        {bundles.map((action) => (
          <One key={action.key} action={action} first={action === first} {...{ bench, hand }} />
        ))}
      </ul>
      {bundles.length > 0 ? (
        <details className="mt-2">
          <summary className="py-1 text-sm">
            One by one <span className="figure text-faint">({single.length})</span>
          </summary>
          <List actions={single} {...{ first, bench, hand }} />
        </details>
      ) : (
        <List actions={single} {...{ first, bench, hand }} />
      )}
      {(done || elsewhere) && next && next.name !== advice.step && (
        <button
          type="button"
          data-next
          className="key key-main mt-3 min-h-11 w-full text-base"
          onClick={() => onStep(next.name)}
        >
          {done ? "On to" : "Back to"}: {next.title}
          <kbd className="figure text-xs">L</kbd>
        </button>
      )}
      {done && !next && (
        <button
          type="button"
          data-next
          className="key key-main mt-3 min-h-11 w-full text-base"
          onClick={onOver}
        >
          Nothing is left to do: sign off the evening
          <kbd className="figure text-xs">L</kbd>
        </button>
      )}
    </div>
  );
}

type ListProps = { actions: Action[]; first: Action | undefined; bench: Bench; hand: BenchHand };

function List({ actions, first, bench, hand }: ListProps) {
  return (
    <ul>
      {actions.map((action) => (
        <One key={action.key} action={action} first={action === first} {...{ bench, hand }} />
      ))}
    </ul>
  );
}

type OneProps = { action: Action; first: boolean; bench: Bench; hand: BenchHand };

function One({ action, first, bench, hand }: OneProps) {
  return (
    <li className="mt-2 border-l-4 border-mint py-1 pl-3">
      <p className="text-lg leading-snug font-semibold">{action.text}</p>
      {action.parts.length > 0 && (
        <ul className="my-1 list-disc pl-5">
          {action.parts.map((part) => (
            <li key={part}>{part}</li>
          ))}
        </ul>
      )}
      {action.wheel && <WheelPicture wheel={action.wheel} />}
      <OnDevicesList said={action.on_devices} />
      {action.expect && <p className="mt-0.5 text-sm">{action.expect}</p>}
      <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <button
          type="button"
          data-act={action.key}
          className="key key-main min-h-11 text-base whitespace-normal"
          onClick={() => void hand.act(bench.advice.step, action.key, bench)}
        >
          <Check aria-hidden size={18} />
          {doing(action, bench.simulated)}
          {first && <kbd className="figure text-xs">A</kbd>}
        </button>
        <DeviceTag device={action.device} />
        {!action.needed && <span className="text-sm text-faint">not needed, but better</span>}
      </div>
    </li>
  );
}

/** Brought into sight when there is more to do than there was. */
function useFollowed(count: number) {
  const place = useRef<HTMLDivElement>(null);
  const seen = useRef(count);
  useEffect(() => {
    if (count > seen.current) place.current?.scrollIntoView({ block: "nearest" });
    seen.current = count;
  }, [count]);
  return place;
}

function doing(action: Action, simulated: boolean): string {
  if (action.learned) return "Write it down";
  const it = action.parts.length > 0 ? "them" : "it";
  if (action.nudged) return simulated ? `Nudge ${it}` : `I have nudged ${it}`;
  if (simulated) return action.by_hand ? `Do ${it} on the simulated model` : `Set ${it}`;
  if (action.by_hand) return action.sets ? `Done; write ${it} into the draft` : `I have done ${it}`;
  return `Set ${it} on the device; write ${it} into the draft`;
}
