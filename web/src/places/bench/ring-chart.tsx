/** Clearance all round: how far the cyclic ring clears toward each side, at three collectives. */
import type { Advice } from "@/api/bench";
import { shown } from "@/parts/numbers";

const LARGEST = 142;
const LINES = {
  low: { dash: "2 3", says: "low" },
  mid: { dash: undefined, says: "mid" },
  high: { dash: "9 4", says: "high" },
} as const;

export function RingChart({ rays }: { rays: Advice["rays"] }) {
  const least = Math.min(...rays.map((ray) => ray.clears_pct));
  const said = rays
    .map((ray) => `${ray.collective}: clears to ${shown(ray.clears_pct, 0)} %`)
    .join("; ");
  return (
    <figure className="my-2 grid grid-cols-[1fr_auto] items-center gap-4">
      <svg
        viewBox="-185 -165 370 330"
        role="img"
        aria-label={`Ring that clears at collective ${said}.`}
        className="mx-auto w-full max-w-72 fill-none"
      >
        {least < LARGEST && (
          <circle r={least} className="fill-wash stroke-mint" strokeWidth="2.5" />
        )}
        {[50, 100].map((ring) => (
          <g key={ring}>
            <circle r={ring} className="stroke-edge" strokeDasharray="1 4" />
            <text x="4" y={-ring - 3} className="figure fill-faint text-[12px]">
              {ring} %
            </text>
          </g>
        ))}
        <path d="M-150 0H150M0-150V150" className="stroke-rule" />
        <text y="-150" textAnchor="middle" className="fill-faint text-[13px]">
          nose
        </text>
        <text x="148" y="5" className="fill-faint text-[13px]">
          right
        </text>
        {rays.map((ray) => (
          <path
            key={ray.collective}
            d={outline(ray.azimuth_deg, ray.clear_pct)}
            className="stroke-ink"
            strokeWidth="1.8"
            strokeDasharray={LINES[ray.collective].dash}
          />
        ))}
      </svg>
      <figcaption className="text-sm">
        <p>
          clears all round to{" "}
          <span className="figure block text-2xl font-semibold">
            {least >= LARGEST ? "the corners" : `${shown(least, 0)} %`}
          </span>
        </p>
        <ul className="mt-2 space-y-1">
          {rays.map((ray) => (
            <li key={ray.collective} className="flex items-center gap-2">
              <svg viewBox="0 0 30 6" aria-hidden className="w-8">
                <path
                  d="M0 3H30"
                  className="stroke-ink"
                  strokeWidth="2"
                  strokeDasharray={LINES[ray.collective].dash}
                />
              </svg>
              collective {LINES[ray.collective].says}
            </li>
          ))}
        </ul>
      </figcaption>
    </figure>
  );
}

/** A closed outline; azimuth runs clockwise from the nose, which is up. */
function outline(azimuth: number[], clear: number[]): string {
  const points = azimuth.map((deg, i) => {
    const angle = (deg * Math.PI) / 180;
    const r = clear[i] ?? 0;
    return `${(r * Math.sin(angle)).toFixed(1)} ${(-r * Math.cos(angle)).toFixed(1)}`;
  });
  return `M${points.join("L")}Z`;
}
