/** A horn wheel seen from its screw: the arm that is on now, how the arms count, the one to use. */
import type { Action } from "@/api/bench";

type Wheel = NonNullable<Action["wheel"]>;

const HUB = 13;
const ARM = 52;

export function WheelPicture({ wheel }: { wheel: Wheel }) {
  const { arms, arm } = wheel;
  // The arm with the ball points right, so that raising the ball turns the wheel to the left.
  const at = (n: number, radius: number) => {
    const angle = (2 * Math.PI * (n - 1)) / arms;
    return { x: 90 + radius * Math.cos(angle), y: 78 - radius * Math.sin(angle) };
  };
  const numbers = Array.from({ length: arms }, (_, i) => i + 1);
  return (
    <figure className="my-2 flex flex-wrap items-center gap-x-3">
      <svg viewBox="0 0 180 156" aria-hidden className="w-40 fill-none">
        {numbers.map((n) => {
          const tip = at(n, ARM);
          const label = at(n, ARM + 15);
          return (
            <g key={n} className={n === arm ? "text-mint" : "text-edge"}>
              <path
                d={`M90 78L${tip.x} ${tip.y}`}
                className="stroke-current"
                strokeWidth={n === arm ? 12 : 7}
                strokeLinecap="round"
              />
              {n === 1 && <circle cx={tip.x} cy={tip.y} r="5" className="fill-ink" />}
              <text
                x={label.x}
                y={label.y + 5}
                textAnchor="middle"
                className="figure fill-ink text-sm"
              >
                {n}
              </text>
            </g>
          );
        })}
        <circle cx="90" cy="78" r={HUB} className="fill-sheet stroke-ink" strokeWidth="2" />
        <path
          d="M126 66A38 38 0 0 0 104 43m9 -1l-9 1l4 8"
          className="stroke-ink"
          strokeWidth="2.5"
        />
      </svg>
      <figcaption className="max-w-52 text-sm">
        Arm 1 is on now, its ball to the right. They count the way that raises the ball; use arm{" "}
        {arm} of {arms}.
      </figcaption>
    </figure>
  );
}
