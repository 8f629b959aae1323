/**
 * A transmitter plugged in as a game controller moves the levers. Which axis is which, where its
 * middle and ends are and which way round it runs is the pilot's own and stays in this browser.
 */
import type { FunctionName } from "@/api/client";
import { moveLevers } from "./levers";

export type AxisUse = { axis: number; low: number; centre: number; high: number };
export type Calibration = Partial<Record<FunctionName, AxisUse>>;

export type Seen = { id: string; axes: readonly number[] } | null;

const KEPT = "mint-lever.controller";
/** Less than this of an axis's own range is a hand at rest. */
const REST = 0.004;

export function readCalibration(): Calibration {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? "{}") as Calibration;
  } catch {
    return {};
  }
}

export function keepCalibration(calibration: Calibration) {
  try {
    localStorage.setItem(KEPT, JSON.stringify(calibration));
  } catch {
    // A browser that keeps nothing still moves the levers until the page is left.
  }
}

/** A raw axis as a lever position: each side by its own end, so that the centre stays 0. */
export function position(raw: number, use: AxisUse): number {
  const end = (raw - use.centre) * (use.high - use.centre) >= 0 ? use.high : use.low;
  const reach = Math.abs(end - use.centre);
  if (reach < 0.05) return 0;
  const share = Math.min(1, Math.abs(raw - use.centre) / reach) * 100;
  return Math.round((end === use.high ? share : -share) * 2) / 2;
}

/** The axis that moved furthest from where it was, and where it went; null when none did. */
export function moved(before: readonly number[], now: readonly number[]): number | null {
  let best: number | null = null;
  let most = 0.3;
  now.forEach((value, axis) => {
    const by = Math.abs(value - (before[axis] ?? 0));
    if (by > most) {
      best = axis;
      most = by;
    }
  });
  return best;
}

/** The first controller that is plugged in; null with none. */
export function controllerNow(): Seen {
  const pads = navigator.getGamepads?.() ?? [];
  for (const pad of pads) {
    if (pad?.connected) return { id: pad.id, axes: pad.axes };
  }
  return null;
}

/** Follows the controller with every picture; tells when it comes and goes. */
export class ControllerHand {
  calibration: Calibration = readCalibration();
  seen: Seen = null;
  private listeners = new Set<() => void>();
  private last: number[] = [];

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Begin; the answer ends it. Nothing is looked at while none is plugged in. */
  start(): () => void {
    // Each start has a round of its own: one place may be leaving while the next is there already.
    let asked = 0;
    const round = () => {
      this.look();
      asked = this.seen ? requestAnimationFrame(round) : 0;
    };
    const plugged = () => {
      if (asked === 0) round();
    };
    window.addEventListener("gamepadconnected", plugged);
    plugged();
    return () => {
      window.removeEventListener("gamepadconnected", plugged);
      cancelAnimationFrame(asked);
    };
  }

  use(calibration: Calibration) {
    this.calibration = calibration;
    this.last = [];
    keepCalibration(calibration);
    this.tell();
  }

  look() {
    const now = controllerNow();
    const changed = now?.id !== this.seen?.id;
    this.seen = now;
    if (changed) {
      // Levers stay where they are when it is pulled out; a new one moves them from its first move.
      this.last = now ? [...now.axes] : [];
      this.tell();
      return;
    }
    if (!now) return;
    for (const [name, use] of Object.entries(this.calibration) as [FunctionName, AxisUse][]) {
      const raw = now.axes[use.axis];
      if (raw === undefined || Math.abs(raw - (this.last[use.axis] ?? 9)) < REST) continue;
      moveLevers({ [name]: position(raw, use) });
    }
    this.last = [...now.axes];
  }

  private tell() {
    for (const listener of this.listeners) listener();
  }
}

export const hand = new ControllerHand();
