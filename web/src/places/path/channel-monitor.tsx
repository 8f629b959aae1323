/** Every channel at every station on its way; a limit that acts stands out. */
import type { Frame } from "@/api/client";
import { type Live, useFrame } from "@/parts/levers/live";
import { shown, signed } from "@/parts/numbers";

type Stations = {
  name: string;
  shaped: number | null;
  mixed: number | null;
  directed: number | null;
  travelled: number | null;
  trimmed: number | null;
  limited: number | null;
  pulse: number | null;
  acts: boolean;
};

const COLUMNS: [keyof Stations, string][] = [
  ["shaped", "shaped"],
  ["mixed", "mixed"],
  ["directed", "directed"],
  ["travelled", "travel"],
  ["trimmed", "trimmed"],
  ["limited", "limit"],
];

export function ChannelMonitor({ live }: { live: Live }) {
  const frame = useFrame(live);
  if (!frame) return <p className="p-4">Computing…</p>;
  return (
    <section
      aria-label="Channels"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keys
      tabIndex={0}
      className="moving min-h-0 overflow-auto px-3 py-2"
    >
      <table className="w-full min-w-120 border-collapse text-sm">
        <caption className="pb-1 text-left text-xs text-faint">
          What each function and servo channel is worth at each station, percent; the bar is what is
          sent.
        </caption>
        <thead>
          <tr className="border-b border-ink text-right text-xs text-faint">
            <th className="text-left font-normal">channel</th>
            {COLUMNS.map(([key, label]) => (
              <th key={key} className="font-normal">
                {label}
              </th>
            ))}
            <th className="font-normal">µs</th>
          </tr>
        </thead>
        <tbody>
          {rows(frame).map((row) => (
            <tr key={row.name} data-channel={row.name} className="border-b border-rule align-top">
              <th className="py-1 pr-2 text-left font-normal whitespace-nowrap first-letter:uppercase">
                {row.name}
                <Bar percent={row.limited} acts={row.acts} />
              </th>
              {COLUMNS.map(([key]) => (
                <td
                  key={key}
                  data-station={key}
                  className={`figure py-1 text-right whitespace-nowrap ${key === "limited" && row.acts ? "font-semibold text-out" : ""}`}
                >
                  {signed(row[key] as number | null)}
                  {key === "limited" && row.acts && (
                    <span className="block font-sans text-xs">■ held</span>
                  )}
                </td>
              ))}
              <td className="figure py-1 text-right">{shown(row.pulse, 0)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** From the middle outward, to 150 % each way. */
function Bar({ percent, acts }: { percent: number | null; acts: boolean }) {
  if (percent === null) return <span className="block text-xs text-faint">through the servos</span>;
  const end = Math.max(-150, Math.min(150, percent)) / 3;
  return (
    <svg viewBox="-50 0 100 6" preserveAspectRatio="none" aria-hidden className="h-1.5 w-28">
      <rect x="-50" width="100" height="6" className="fill-sheet stroke-edge" strokeWidth="0.6" />
      <rect
        x={Math.min(0, end)}
        width={Math.abs(end)}
        height="6"
        className={acts ? "fill-out" : "fill-mint"}
      />
      <rect x="-0.4" width="0.8" height="6" className="fill-ink" />
    </svg>
  );
}

function rows(frame: Frame): Stations[] {
  const functions = Object.entries(frame.functions).map(([name, at]) => ({
    name,
    shaped: at.shaped_pct,
    mixed: at.mixed_pct,
    directed: at.directed_pct,
    travelled: at.travelled_pct,
    trimmed: at.trimmed_pct,
    limited: at.limited_pct,
    pulse: at.pulse_us,
    acts: at.limit_acts ?? false,
  }));
  const servos = frame.servos.flatMap((servo, i) =>
    servo.channel
      ? [
          {
            name: `servo ${i + 1}, ${servo.role}`,
            shaped: null,
            mixed: servo.throw_pct,
            directed: servo.channel.directed_pct,
            travelled: servo.channel.travelled_pct,
            trimmed: servo.channel.trimmed_pct,
            limited: servo.channel.limited_pct,
            pulse: servo.channel.pulse_us,
            acts: servo.channel.limit_acts,
          },
        ]
      : [],
  );
  return [...functions, ...servos];
}
