/** Every swash servo's pulse between its stops, with its horn's angle. */
import type { Frame } from "@/api/client";
import { shown, signed } from "@/parts/numbers";

export function ServoBars({ frame }: { frame: Frame }) {
  return (
    <section aria-label="Servos">
      <h3 className="text-sm font-semibold">Servos</h3>
      <ul className="mt-0.5 space-y-1">
        {frame.servos.map((servo, i) => {
          const place = (us: number) =>
            ((us - servo.low_us) / (servo.high_us - servo.low_us)) * 100;
          const rest = place(servo.centre_us);
          return (
            // biome-ignore lint/suspicious/noArrayIndexKey: a servo is its place in the swash's order
            <li key={i} data-servo={i}>
              <div className="flex items-baseline justify-between gap-2 text-sm">
                <span className="truncate">
                  <span className="figure">{i + 1}</span> {servo.role}
                </span>
                <span className="figure whitespace-nowrap">
                  <span data-pulse>{shown(servo.pulse_us, 0)}</span>
                  <span className="text-xs text-faint"> µs </span>
                  <span data-horn className="inline-block min-w-14 text-right">
                    {signed(servo.horn_deg)}
                  </span>
                  <span className="text-xs text-faint">°</span>
                </span>
              </div>
              <svg
                viewBox="0 0 100 6"
                preserveAspectRatio="none"
                aria-hidden
                className="h-2 w-full"
              >
                <rect width="100" height="6" className="fill-sheet stroke-edge" strokeWidth="0.6" />
                <rect
                  x={Math.min(place(servo.pulse_us), rest)}
                  width={Math.abs(place(servo.pulse_us) - rest)}
                  height="6"
                  className={servo.held ? "fill-out" : "fill-mint"}
                />
                <rect x={rest - 0.3} width="0.6" height="6" className="fill-ink" />
              </svg>
              {servo.held && <p className="text-xs font-semibold text-out">■ held at its stop</p>}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
