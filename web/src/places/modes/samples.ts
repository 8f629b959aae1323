/** Reads what the server sampled over the collective lever: the nearest sample, nothing between. */
import type { Curve } from "@/api/modes";

function nearest<T>(samples: readonly T[], lever: number): T | undefined {
  return samples[Math.round(((lever + 100) / 200) * (samples.length - 1))];
}

export const valueAt = (curve: Curve, lever: number) => nearest(curve.value_pct, lever);
export const degreesAt = (curve: Curve, lever: number) => nearest(curve.pitch_deg, lever);
export const slopeAt = (curve: Curve, lever: number) => nearest(curve.slope, lever);
