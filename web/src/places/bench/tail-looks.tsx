/** Right beside wrong at the tail, seen from behind and from above: slider, folded blade, nose. */
import type { Advice } from "@/api/bench";
import { MovementDrawing } from "./movement-drawing";

type Sketch = NonNullable<Advice["tail_sketch"]>;
type Panel = Sketch["right"];

export function TailLooks({ sketch }: { sketch: Sketch }) {
  return (
    <figure className="my-2">
      <div className="grid grid-cols-2 gap-3">
        <Drawn sketch={sketch} panel={sketch.right} right />
        <Drawn sketch={sketch} panel={sketch.wrong} />
      </div>
      <figcaption className="mt-1 text-sm text-faint">
        Seen from above, nose up the page. Tail rotor on the {sketch.side}, one blade folded back:
        its edge swings to the side the nose goes.
        {sketch.slider_known
          ? " The slider is drawn as this tail's own links pull."
          : " No tail is described, so its slider is not drawn: look at the blade."}
      </figcaption>
    </figure>
  );
}

const NOSE = { x: 90, y: 30 };
const TAIL = { x: 90, y: 128 };

function Drawn({
  sketch,
  panel,
  right = false,
}: {
  sketch: Sketch;
  panel: Panel;
  right?: boolean;
}) {
  const boom = sketch.side === "left" ? -1 : 1;
  const nose = panel.nose === "right" ? 1 : -1;
  const slide = boom * (panel.slider_out ? 1 : -1);
  const hub = TAIL.x + boom * 30;
  return (
    <MovementDrawing right={right} caption={panel.caption}>
      <svg viewBox="0 0 180 200" aria-hidden className="mx-auto w-full max-w-56 fill-none">
        <path
          d={`M90 13C108 18 110 52 100 66L94 72V${TAIL.y + 12}H86V72L80 66C70 52 72 18 90 13 Z`}
          className="fill-wash stroke-edge"
          strokeWidth="1.5"
        />
        <path
          d={`M${TAIL.x} ${TAIL.y}H${hub + boom * 22}`}
          className="stroke-ink"
          strokeWidth="3"
        />
        {sketch.slider_known && (
          <>
            <rect
              x={Math.min(TAIL.x + boom * 12, TAIL.x + boom * 20)}
              y={TAIL.y - 7}
              width="8"
              height="14"
              className="fill-sheet stroke-ink"
              strokeWidth="2"
            />
            <Arrow x={TAIL.x + boom * 16} y={TAIL.y - 20} way={slide} size={15} />
            <text
              x={TAIL.x + boom * 62}
              y={TAIL.y - 16}
              textAnchor="middle"
              className="fill-ink text-[13px]"
            >
              slider
            </text>
          </>
        )}
        <path
          d={`M${hub} ${TAIL.y}V${TAIL.y + 46}`}
          className="stroke-edge"
          strokeDasharray="3 3"
        />
        <path
          d={`M${hub} ${TAIL.y}L${hub + nose * 13} ${TAIL.y + 45}`}
          className="stroke-ink"
          strokeWidth="7"
          strokeLinecap="round"
        />
        <Arrow x={hub + nose * 8} y={TAIL.y + 56} way={nose} size={18} />
        <path
          d={`M90 ${NOSE.y - 22}A40 40 0 0 ${nose > 0 ? 1 : 0} ${90 + nose * 44} ${NOSE.y + 16}`}
          className="stroke-current"
          strokeWidth="5"
        />
        <path
          d={`M${90 + nose * 44} ${NOSE.y + 22}l${nose * -11} -12m${nose * 11} 12l${nose * 9} -14`}
          className="stroke-current"
          strokeWidth="5"
        />
      </svg>
    </MovementDrawing>
  );
}

function Arrow({ x, y, way, size }: { x: number; y: number; way: number; size: number }) {
  const tip = x + way * size;
  return (
    <path
      d={`M${x - way * size} ${y}H${tip}m${-way * 7} -6l${way * 7} 6l${-way * 7} 6`}
      className="stroke-current"
      strokeWidth="4"
    />
  );
}
