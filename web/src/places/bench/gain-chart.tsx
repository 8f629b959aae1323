/** Tail gains of all modes side by side, on both scales, with what practice and the air say. */
import type { Advice } from "@/api/bench";
import { Axis } from "@/parts/axis";
import { shown, signed } from "@/parts/numbers";

type Line = Advice["gains"][number];

const WIDE = 560;
const at = (gain: number) => 130 + (gain / 100) * (WIDE - 150);
const NAMES: Record<Line["mode"], string> = {
  normal: "normal",
  idle_up_1: "idle-up 1",
  idle_up_2: "idle-up 2",
  hold: "throttle hold",
  trimming: "trimming",
};

export function GainChart({ gains }: { gains: Line[] }) {
  const high = 44;
  const tall = 38 + gains.length * high;
  return (
    <figure className="my-2">
      <figcaption className="text-sm">
        tail gain by mode, 0 to 100: the wide box is 60 to 80, where most tails hold, the narrow one
        the change-over; bar: set, diamond: practice
      </figcaption>
      <svg viewBox={`0 0 ${WIDE} ${tall}`} aria-hidden className="block w-full">
        <rect x={at(60)} y="22" width={at(80) - at(60)} height={tall - 30} className="fill-wash" />
        <rect
          x={at(48)}
          y="22"
          width={at(52) - at(48)}
          height={tall - 30}
          className="fill-out opacity-40"
        />
        <Axis
          side="top"
          ticks={[0, 25, 50, 60, 80, 100]}
          at={at}
          figures={14}
          lines={[22, tall - 8]}
          size="text-[13px]"
        />
        {gains.map((line, i) => (
          <Mode key={line.mode} line={line} y={44 + i * high} />
        ))}
      </svg>
      <table className="mt-1 w-full text-sm [&_td]:pr-2 [&_th]:pr-2">
        <thead>
          <tr className="border-b border-rule text-left text-faint">
            <th className="font-normal">mode</th>
            <th className="font-normal">gain</th>
            <th className="font-normal">of 0–100</th>
            <th className="font-normal">means</th>
            <th className="font-normal">practice starts at</th>
            <th className="font-normal">wags at</th>
          </tr>
        </thead>
        <tbody>
          {gains.map((line) => (
            <tr key={line.mode} className="border-b border-rule">
              <th className="text-left font-semibold">{NAMES[line.mode]}</th>
              <td className="figure">{line.signed == null ? "–" : signed(line.signed, 0)}</td>
              <td className="figure">
                {line.one_channel == null ? "–" : shown(line.one_channel, 0)}
              </td>
              <td>{line.means}</td>
              <td className="figure">{shown(line.practice, 0)}</td>
              <td className="figure">
                {line.ceiling == null ? "not seen" : shown(line.ceiling, 0)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}

function Mode({ line, y }: { line: Line; y: number }) {
  return (
    <g>
      <text x="4" y={y + 5} className="fill-ink text-[15px]">
        {NAMES[line.mode]}
      </text>
      <path d={`M${at(0)} ${y}H${at(100)}`} className="stroke-edge" />
      <path
        d={`M${at(line.practice)} ${y - 9}l6 9-6 9-6-9z`}
        className="fill-sheet stroke-mint"
        strokeWidth="2"
      />
      {line.ceiling != null && (
        <path d={`M${at(line.ceiling)} ${y - 15}v30`} className="stroke-out" strokeWidth="3" />
      )}
      {line.one_channel != null && (
        <path d={`M${at(line.one_channel)} ${y - 13}v26`} className="stroke-ink" strokeWidth="5" />
      )}
    </g>
  );
}
