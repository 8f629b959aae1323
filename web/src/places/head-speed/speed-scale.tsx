/**
 * Every mode's head speed on one scale, with what a full, a resting and an empty pack still hold:
 * unloaded, in hover, at full collective, and with room to spare.
 */
import { scaleLinear } from "d3-scale";
import type { ModeName } from "@/api/client";
import type { HeadSpeeds, ModeSpeed, PackName } from "@/api/head-speed";
import { useNarrow } from "@/look/width";
import { Axis } from "@/parts/axis";
import { shown } from "@/parts/numbers";
import { MODE_NAMES } from "@/parts/settings/setting";

const PACKS: [PackName, string][] = [
  ["full", "pack charged"],
  ["resting", "in mid-flight"],
  ["empty", "nearly empty"],
];
const TOP = 26;
const ROW = 25;

type Props = { found: HeadSpeeds; open: ModeName; room: number };

export function SpeedScale({ found, open, room }: Props) {
  const narrow = useNarrow();
  const wide = narrow ? 350 : 860;
  const left = narrow ? 84 : 108;
  const mode = found.modes.find((each) => each.mode === open);
  if (!mode) return null;
  const speeds = [
    ...found.modes.map((each) => each.rpm),
    ...Object.values(mode.held).flatMap((held) =>
      Object.values(held).filter((rpm) => rpm !== null),
    ),
  ];
  const [least, most] = [Math.min(...speeds) - 150, Math.max(...speeds) + 100];
  const x = scaleLinear()
    .domain([least, most])
    .range([left, wide - 14]);
  const known = PACKS.filter(([pack]) => mode.held[pack]?.unloaded_rpm != null);
  const tall = TOP + Math.max(known.length, 1) * ROW + 34;
  return (
    <figure className="min-w-0">
      <figcaption>
        <h2 className="text-xl font-semibold">Which speeds it holds</h2>
        <p className="text-sm text-faint">
          {known.length > 0
            ? `Bars at the full collective of ${MODE_NAMES[open]}: filled with ${room} % of throttle or more left, hollow to the last percent; a stroke where hover ends, a dot where it would turn unloaded.`
            : "What a pack holds is drawn once motor, gear and pack are described."}
        </p>
      </figcaption>
      <svg
        viewBox={`0 0 ${wide} ${tall}`}
        role="img"
        aria-label={said(found, mode)}
        className="block w-full"
      >
        <Axis
          side="bottom"
          ticks={x.ticks(narrow ? 4 : 9)}
          at={x}
          figures={tall - 18}
          lines={[TOP - 6, tall - 32]}
        />
        <text x={wide - 14} y={tall - 4} textAnchor="end" className="fill-faint text-[11px]">
          head speed, rpm
        </text>
        {known.map(([pack, words], i) => (
          <Pack
            key={pack}
            mode={mode}
            pack={pack}
            words={words}
            x={x}
            y={TOP + 6 + i * ROW}
            left={left}
          />
        ))}
        {found.modes.map((each) => (
          <g key={each.mode}>
            <path
              d={`M${x(each.rpm)} ${TOP - 8}V${tall - 32}`}
              className={each.mode === open ? "stroke-mint" : "stroke-ink"}
              strokeWidth={each.mode === open ? 3 : 1.5}
              strokeDasharray={each.mode === open ? undefined : "4 3"}
            />
            <text
              x={x(each.rpm)}
              y={13}
              textAnchor="middle"
              className={`text-[12px] ${each.mode === open ? "fill-mint font-semibold" : "fill-ink"}`}
            >
              {narrow ? each.rpm : `${MODE_NAMES[each.mode]}: ${each.rpm}`}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

type PackProps = {
  mode: ModeSpeed;
  pack: PackName;
  words: string;
  x: (rpm: number) => number;
  y: number;
  /** Where the bars begin. */
  left: number;
};

function Pack({ mode, pack, words, x, y, left }: PackProps) {
  const held = mode.held[pack];
  if (!held) return null;
  return (
    <g>
      <text x="2" y={y + 8} className="fill-ink text-[12px]">
        {words}
      </text>
      {held.most_rpm !== null && (
        <Bar from={left} to={x(held.most_rpm)} y={y} className="fill-none stroke-mint" />
      )}
      {held.roomy_rpm !== null && (
        <Bar from={left} to={x(held.roomy_rpm)} y={y} className="fill-wash stroke-mint" />
      )}
      {held.hover_rpm !== null && (
        <path d={`M${x(held.hover_rpm)} ${y - 3}v15`} className="stroke-ink" strokeWidth="2.5" />
      )}
      {held.unloaded_rpm !== null && (
        <circle cx={x(held.unloaded_rpm)} cy={y + 4.5} r="4" className="fill-sheet stroke-ink" />
      )}
    </g>
  );
}

function Bar({
  from,
  to,
  y,
  className,
}: {
  from: number;
  to: number;
  y: number;
  className: string;
}) {
  if (to <= from) return null;
  return (
    <rect x={from} y={y} width={to - from} height="9" className={className} strokeWidth="1.5" />
  );
}

function said(found: HeadSpeeds, mode: ModeSpeed): string {
  const asked = found.modes.map((each) => `${MODE_NAMES[each.mode]} ${each.rpm} rpm`).join(", ");
  const resting = mode.held.resting;
  const held =
    resting?.roomy_rpm == null
      ? "what a pack holds is not known"
      : `in mid-flight the full collective of ${MODE_NAMES[mode.mode]} is held with room up to ${shown(resting.roomy_rpm, 0)} rpm, to the last percent up to ${shown(resting.most_rpm, 0)}, hover up to ${shown(resting.hover_rpm, 0)}, unloaded ${shown(resting.unloaded_rpm, 0)}`;
  return `Head speeds on one scale: ${asked}; ${held}.`;
}
