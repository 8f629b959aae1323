/** What the blade does: pitch where it stands, collective, cyclic and phase over the turn. */
import type { Frame } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import { Figure, Warnings } from "./figure";

export function BladeReadout({ frame }: { frame: Frame }) {
  const { blade, swash } = frame;
  return (
    <section aria-label="Blade pitch">
      <h3 className="text-sm font-semibold">
        Blade A at <span className="figure">{shown(blade.azimuth_deg, 0)}°</span>
      </h3>
      <p className="figure text-6xl leading-none" data-testid="pitch">
        {signed(blade.pitch_deg)}
        <span className="text-3xl text-faint">°</span>
      </p>
      <dl className="mt-1 grid grid-cols-3 gap-x-3 gap-y-1">
        <Figure label="collective" value={signed(blade.collective_deg)} unit="°" />
        <Figure label="cyclic" value={shown(blade.cyclic_deg)} unit="°" />
        <Figure label="phase error" value={signed(blade.phase_error_deg)} unit="°" />
        <Figure label="swash height" value={signed(swash.height_mm, 2)} unit="mm" />
        <Figure label="tilt right" value={signed(swash.tilt_right_deg)} unit="°" />
        <Figure label="tilt forward" value={signed(swash.tilt_forward_deg)} unit="°" />
      </dl>
      <Warnings of={frame.warnings} />
    </section>
  );
}
