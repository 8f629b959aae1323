/** Then this: the verdict in words and the next thing to do, with numbers. */
import { Check } from "lucide-react";
import { useEffect } from "react";
import type { Action, Advice, BenchHand } from "@/api/bench";
import { typing } from "@/parts/levers/keys";
import { DeviceTag } from "@/parts/settings/devices";
import { StateMark } from "@/parts/verdict";

type Props = { advice: Advice; hand: BenchHand; simulated: boolean };

export function Actions({ advice, hand, simulated }: Props) {
  const first = advice.actions[0];
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const field = event.target instanceof HTMLInputElement;
      if (event.key !== "a" || !first || event.ctrlKey || event.metaKey) return;
      // In a reading's own field no letter is ever typed; elsewhere text has the first say.
      if (typing(event) && !(field && (event.target as HTMLElement).dataset.ask)) return;
      event.preventDefault();
      void hand.act(advice.step, first.key);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [advice.step, first, hand]);
  return (
    <div aria-live="polite">
      <p className="flex flex-wrap items-baseline gap-x-3 text-lg">
        {advice.outcome && advice.outcome !== "begun" && <StateMark state={advice.outcome} />}
        <span>{advice.summary}</span>
      </p>
      <ul>
        {advice.actions.map((action, i) => (
          <li key={action.key} className="mt-2 border-l-4 border-mint py-1 pl-3">
            <p className="text-xl leading-snug font-semibold">{action.text}</p>
            {action.expect && <p className="mt-0.5">{action.expect}</p>}
            <div className="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1">
              <button
                type="button"
                data-act={action.key}
                className="key key-main min-h-11 text-base whitespace-normal"
                onClick={() => void hand.act(advice.step, action.key)}
              >
                <Check aria-hidden size={18} />
                {doing(action, simulated)}
                {i === 0 && <kbd className="figure text-xs">A</kbd>}
              </button>
              <DeviceTag device={action.device} />
              {!action.needed && <span className="text-sm text-faint">not needed, but better</span>}
            </div>
          </li>
        ))}
      </ul>
    </div>
  );
}

function doing(action: Action, simulated: boolean): string {
  if (action.learned) return "Write it down";
  if (simulated) return action.by_hand ? "Do it on the simulated model" : "Set it";
  if (action.by_hand) return action.sets ? "Done; write it into the draft" : "I have done it";
  return "Set it on the device; write it into the draft";
}
