/** What was seen before and is not gone for good: seen again, flown and not seen, or not flown. */
import type { Field, Seen } from "@/api/field";

type Props = {
  field: Field;
  seen: Seen[];
  gone: Seen[];
  onSaid: (seen: Seen[], gone: Seen[]) => void;
};

/** The same symptom, the same way and about the same axis. */
export const sameSeen = (one: Seen, other: Seen) =>
  one.symptom === other.symptom && one.toward === other.toward && one.axis === other.axis;

export function LookedForList({ field, seen, gone, onSaid }: Props) {
  if (field.looked_for.length === 0) return null;
  return (
    <section aria-labelledby="looked-for">
      <h3 id="looked-for" className="border-b-2 border-ink font-semibold">
        Seen before: and now?
      </h3>
      <p className="text-sm text-faint">
        Left open where the manoeuvre was not flown. It is gone after two flights without it.
      </p>
      <ul>
        {field.looked_for.map(({ seen: each, words }) => {
          const again = seen.some((other) => sameSeen(each, other));
          const not = gone.some((other) => sameSeen(each, other));
          const others = gone.filter((other) => !sameSeen(each, other));
          const rest = seen.filter((other) => !sameSeen(each, other));
          return (
            <li key={words} className="border-b border-rule py-2">
              <p className="text-lg leading-tight">{words}</p>
              <div className="mt-1 grid grid-cols-2 gap-1.5">
                <button
                  type="button"
                  aria-label={`${words}: seen again`}
                  aria-pressed={again}
                  className="key min-h-12 aria-pressed:border-mint aria-pressed:bg-wash"
                  onClick={() => onSaid(again ? rest : [...rest, each], others)}
                >
                  Seen again
                </button>
                <button
                  type="button"
                  aria-label={`${words}: flown, not seen`}
                  aria-pressed={not}
                  className="key min-h-12 aria-pressed:border-mint aria-pressed:bg-wash"
                  onClick={() => onSaid(rest, not ? others : [...others, each])}
                >
                  Flown, not seen
                </button>
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
