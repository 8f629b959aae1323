/** Right beside wrong: what the swash must do, and what it must not, with arrows. */
import type { Advice } from "@/api/bench";
import { MovementDrawing } from "./movement-drawing";

type Sketch = NonNullable<Advice["sketch"]>;
type Panel = Sketch["right"];

export function MovementPair({ sketch }: { sketch: Sketch }) {
  return (
    <figure className="my-2">
      <div className="grid grid-cols-2 gap-3">
        <Drawn panel={sketch.right} right />
        <Drawn panel={sketch.wrong} />
      </div>
      <figcaption className="mt-1 text-sm text-faint">seen {sketch.seen_from}</figcaption>
    </figure>
  );
}

const SCALE = 60;
const REST = 52;

function Drawn({ panel, right = false }: { panel: Panel; right?: boolean }) {
  const points = panel.line.map(([x = 0, y = 0]) => ({ x: 90 + x * SCALE, y: REST - y * SCALE }));
  const [a, b] = points;
  if (!a || !b) return null;
  return (
    <MovementDrawing right={right} caption={panel.caption}>
      <svg viewBox="0 0 180 104" aria-hidden className="mx-auto w-full max-w-52 fill-none">
        <path d="M90 4V100" className="stroke-rule" strokeWidth="3" />
        <path d={`M30 ${REST}H150`} className="stroke-edge" strokeDasharray="4 4" />
        <path
          d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
          className="stroke-ink"
          strokeWidth="6"
          strokeLinecap="round"
        />
        {points.map((point, i) => {
          const up = (panel.arrows[i] ?? 0) > 0;
          const tip = point.y + (up ? -4 : 4);
          const x = point.x + (i === 0 ? -16 : 16);
          return (
            <path
              key={point.x}
              d={`M${x} ${REST}V${tip}m-6 ${up ? 8 : -8}l6 ${up ? -8 : 8}l6 ${up ? 8 : -8}`}
              className="stroke-current"
              strokeWidth="4"
            />
          );
        })}
      </svg>
    </MovementDrawing>
  );
}
