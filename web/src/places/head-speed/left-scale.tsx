/** Figures down the left side of a picture, each with its line across. */

type Props = { ticks: number[]; y: (value: number) => number; from: number; to: number };

export function LeftScale({ ticks, y, from, to }: Props) {
  return ticks.map((tick) => (
    <g key={tick}>
      <path d={`M${from} ${y(tick)}H${to}`} className="stroke-rule" />
      <text x={from - 5} y={y(tick) + 4} textAnchor="end" className="figure fill-faint text-[11px]">
        {tick}
      </text>
    </g>
  ));
}
