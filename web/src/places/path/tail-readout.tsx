/** What the rudder comes to at the tail, as in rate mode: pitch, slider between its contacts. */
import type { Frame } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import { Figure, Warnings } from "./figure";

const PUSHES = {
  left: "pushes the nose left",
  right: "pushes the nose right",
  nowhere: "pushes nowhere",
} as const;

type Props = { tail: Frame["tail"]; warnings: Frame["warnings"] };

export function TailReadout({ tail, warnings }: Props) {
  return (
    <section aria-label="Tail">
      <h3 className="text-sm font-semibold">Tail blades, as in rate mode</h3>
      {tail ? (
        <>
          <p className="figure text-6xl leading-none" data-testid="tail-pitch">
            {signed(tail.pitch_deg)}
            <span className="text-3xl text-faint">°</span>
          </p>
          <p className="mt-1 font-semibold">
            {tail.pushes ? PUSHES[tail.pushes] : "no pitch, see below"}
          </p>
          <dl className="mt-1 grid grid-cols-3 gap-x-3 gap-y-1">
            <Figure label="tail servo" value={shown(tail.pulse_us, 0)} unit="µs" />
            <Figure label="horn" value={signed(tail.horn_deg)} unit="°" />
            <Figure label="slider" value={signed(tail.slider_mm, 2)} unit="mm" />
          </dl>
          <Slider tail={tail} />
          {tail.heading_hold && <HeadingHold held={tail.heading_hold} />}
        </>
      ) : (
        <p className="mt-1 text-sm">
          No tail is described yet. Fill in its servo, push rod and grip arm at the stage “Tail”,
          and the rudder is followed to the tail blades.
        </p>
      )}
      <Warnings of={warnings} />
    </section>
  );
}

/** What the same stick asks for where the mode holds the heading. */
function HeadingHold({ held }: { held: NonNullable<NonNullable<Frame["tail"]>["heading_hold"]> }) {
  return (
    <p className="mt-2 text-sm" data-testid="heading-hold">
      In heading hold, as this mode is:{" "}
      {held.yaw_dps == null ? (
        "the stick asks for a yaw rate"
      ) : (
        <>
          asks for <span className="figure">{signed(held.yaw_dps, 0)}</span> °/s
        </>
      )}
      .{" "}
      {held.creeps_to &&
        `On a bench the servo creeps on to the ${held.creeps_to} limit${
          held.pitch_deg == null ? "" : `, ${signed(held.pitch_deg)}°`
        }.`}
    </p>
  );
}

/** The slider between its contacts; a mark where the blades have no pitch. */
function Slider({ tail }: { tail: NonNullable<Frame["tail"]> }) {
  const { slider_mm: at, clear_minus_mm: minus, clear_plus_mm: plus } = tail;
  if (at == null || minus == null || plus == null) return null;
  const place = (clear: number) => Math.min(Math.max(clear / (minus + plus), 0), 1) * 100;
  const here = place(minus);
  const zero = place(minus - at);
  const touches = minus < 0 || plus < 0;
  return (
    <div className="mt-2 text-sm">
      <p className="text-xs text-faint">way left to the contacts</p>
      <div className="flex justify-between">
        <span>
          nose left <span className="figure">{signed(minus, 1)}</span> mm
        </span>
        <span>
          nose right <span className="figure">{signed(plus, 1)}</span> mm
        </span>
      </div>
      <svg viewBox="0 0 100 6" preserveAspectRatio="none" aria-hidden className="h-2.5 w-full">
        <rect width="100" height="6" className="fill-sheet stroke-edge" strokeWidth="0.6" />
        <rect
          x={Math.min(here, zero)}
          width={Math.abs(here - zero)}
          height="6"
          className={touches ? "fill-out" : "fill-mint"}
        />
        <rect x={zero - 0.3} width="0.6" height="6" className="fill-ink" />
      </svg>
      {touches && <p className="text-xs font-semibold text-out">■ pressed against its contact</p>}
    </div>
  );
}
