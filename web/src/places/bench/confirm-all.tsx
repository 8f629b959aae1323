/** Several points to confirm: each is read here, then one key says that all of them are so. */
import { CheckCheck } from "lucide-react";
import { useState } from "react";
import type { Ask, BenchHand, StepName } from "@/api/bench";

type Props = { step: StepName; asks: Ask[]; hand: BenchHand; done: () => void };

export function ConfirmAll({ step, asks, hand, done }: Props) {
  const [sending, setSending] = useState(false);
  const open = asks.filter((each) => each.kind === "confirm" && each.answer !== true);
  if (open.length < 2) return null;
  const all = async () => {
    setSending(true);
    for (const each of open) {
      if (await hand.read(step, each.key, true)) break;
    }
    setSending(false);
    done();
  };
  return (
    <section aria-label="All at once" className="mt-3 border-t border-rule pt-2">
      <ul className="space-y-1">
        {open.map((each) => (
          <li key={each.key}>
            {each.label}
            {each.hint && <span className="block text-sm text-faint">{each.hint}</span>}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="key mt-2 min-h-12 w-full whitespace-normal"
        disabled={sending}
        onClick={() => void all()}
      >
        <CheckCheck aria-hidden size={18} /> I looked at each: all {open.length} are so
      </button>
    </section>
  );
}
