/** The tail's limits as one picture: slider, contacts, both limits, and what of the way is used. */
import { scaleLinear } from "d3-scale";
import type { Advice } from "@/api/bench";
import { shown, signed } from "@/parts/numbers";

type Slide = NonNullable<Advice["slide"]>;

const WIDE = 560;
const ROD = 62;

export function SliderPicture({ slide }: { slide: Slide }) {
  const { minus_mm: minus, plus_mm: plus, rest_mm: rest } = slide;
  const ends = [slide.left_mm, slide.right_mm];
  const gyro = slide.gyro_mm && ([Math.min(...slide.gyro_mm), Math.max(...slide.gyro_mm)] as const);
  const x = scaleLinear(
    [Math.min(-minus, ...ends, ...(gyro ?? [])) - 1, Math.max(plus, ...ends, ...(gyro ?? [])) + 1],
    [16, WIDE - 16],
  );
  const used = [Math.min(...ends), Math.max(...ends)] as const;
  return (
    <figure className="my-2">
      <figcaption className="flex items-baseline justify-between gap-3 text-sm">
        <span>tail slider, mm from zero pitch</span>
        <span className="figure">
          stick uses {shown(slide.used_mm, 1)} of {shown(slide.way_mm, 1)} mm
        </span>
      </figcaption>
      <svg viewBox={`0 0 ${WIDE} 118`} role="img" aria-label={said(slide)} className="block w-full">
        {[-minus, plus].map((at, i) => (
          <g key={at} className="text-ink">
            <rect
              x={i === 0 ? 4 : x(at)}
              y={ROD - 24}
              width={i === 0 ? x(at) - 4 : WIDE - 4 - x(at)}
              height="48"
              className="fill-wash"
            />
            <path d={`M${x(at)} ${ROD - 24}v48`} className="stroke-ink" strokeWidth="4" />
            <text
              x={x(at)}
              y={ROD - 32}
              textAnchor={i === 0 ? "start" : "end"}
              className="fill-ink text-[14px]"
            >
              contact, nose {i === 0 ? "left" : "right"}
            </text>
          </g>
        ))}
        <path d={`M8 ${ROD}H${WIDE - 8}`} className="stroke-edge" strokeWidth="4" />
        {gyro && (
          <rect
            x={x(gyro[0])}
            y={ROD - 5}
            width={x(gyro[1]) - x(gyro[0])}
            height="10"
            className="fill-sheet stroke-mint"
            strokeWidth="2"
          />
        )}
        <rect
          x={x(used[0])}
          y={ROD - 5}
          width={Math.max(x(used[1]) - x(used[0]), 1)}
          height="10"
          className="fill-mint"
        />
        <path d={`M${x(0)} ${ROD - 16}v32`} className="stroke-edge" strokeDasharray="3 3" />
        <rect
          x={x(rest) - 9}
          y={ROD - 15}
          width="18"
          height="30"
          className="fill-sheet stroke-ink"
          strokeWidth="2.5"
        />
        <End at={x(slide.left_mm)} words="full left stick" over={slide.left_mm < rest ? -1 : 1} />
        <End
          at={x(slide.right_mm)}
          words="full right stick"
          over={slide.right_mm > rest ? 1 : -1}
        />
      </svg>
      {gyro && (
        <p className="text-sm text-faint">
          Filled: what the stick sends. Outlined: how far the gyro itself goes,{" "}
          <span className="figure">
            {signed(gyro[0], 1)} to {signed(gyro[1], 1)} mm
          </span>
          .
        </p>
      )}
    </figure>
  );
}

function End({ at, words, over }: { at: number; words: string; over: number }) {
  const left = over < 0;
  return (
    <g>
      <path d={`M${at} ${ROD - 10}V${ROD + 30}`} className="stroke-mint" strokeWidth="3" />
      <text
        x={at + (left ? -2 : 2)}
        y={ROD + 46}
        textAnchor={left ? "start" : "end"}
        className="fill-ink text-[14px]"
      >
        {words}
      </text>
    </g>
  );
}

function said(slide: Slide): string {
  const gap = (side: string, value: number | null) =>
    value == null ? "" : `, ${shown(value, 1)} mm off its contact at full ${side} stick`;
  return (
    `Contacts at ${signed(-slide.minus_mm, 1)} and ${signed(slide.plus_mm, 1)} mm; the slider ` +
    `rests at ${signed(slide.rest_mm, 1)}, goes to ${signed(slide.left_mm, 1)} for left and ` +
    `${signed(slide.right_mm, 1)} for right stick` +
    `${gap("left", slide.gap_left_mm ?? null)}${gap("right", slide.gap_right_mm ?? null)}.`
  );
}
