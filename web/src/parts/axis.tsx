/** A chart's scale along one side: a figure at each tick, and its line across where there is one. */

type Props = {
  side: "left" | "right" | "top" | "bottom";
  ticks: readonly number[];
  /** Where a tick's value stands along the side. */
  at: (value: number) => number;
  /** Where the figures stand, across the side. */
  figures: number;
  /** From where to where the ticks' lines go; none without it. */
  lines?: readonly [number, number];
  words?: (tick: number) => string | number;
  /** The tick whose line is drawn stronger. */
  strong?: number;
  size?: string;
};

const ANCHOR = { left: "end", right: "start", top: "middle", bottom: "middle" } as const;

export function Axis({
  side,
  ticks,
  at,
  figures,
  lines,
  words = (tick) => tick,
  strong,
  size = "text-[11px]",
}: Props) {
  const upright = side === "left" || side === "right";
  return ticks.map((tick) => (
    <g key={tick}>
      {lines && (
        <path
          d={
            upright
              ? `M${lines[0]} ${at(tick)}H${lines[1]}`
              : `M${at(tick)} ${lines[0]}V${lines[1]}`
          }
          className={tick === strong ? "stroke-edge" : "stroke-rule"}
          strokeWidth="0.8"
        />
      )}
      <text
        x={upright ? figures : at(tick)}
        y={upright ? at(tick) + 4 : figures}
        textAnchor={ANCHOR[side]}
        className={`figure fill-faint ${size}`}
      >
        {words(tick)}
      </text>
    </g>
  ));
}
