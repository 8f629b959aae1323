/** What the interface needs to know of a setting to show it: never what it means for the blade. */
import type { ModeName, Setup } from "@/api/client";
import type { Device } from "./devices";

type Shared = { path: string; label: string; device: Device };

export type NumberSetting = Shared & {
  kind: "number";
  unit: string;
  /** How far an arrow key moves it. */
  step: number;
  decimals: number;
  /** A setting that may be left out: what it starts with when it is put in. */
  usual?: number;
};

export type ChoiceSetting = Shared & {
  kind: "choice";
  options: { value: boolean | string | number; label: string }[];
};

export type Setting = NumberSetting | ChoiceSetting;

export type SettingGroup = { title: string; settings: Setting[] };

export function number(
  device: Device,
  path: string,
  label: string,
  unit: string,
  step = 1,
  decimals = 0,
): NumberSetting {
  return { kind: "number", device, path, label, unit, step, decimals };
}

/** A setting that may be left out, and what it starts with when it is put in. */
export function optional(setting: NumberSetting, usual: number): NumberSetting {
  return { ...setting, usual };
}

export const MODE_NAMES: Record<ModeName, string> = {
  normal: "Normal",
  idle_up_1: "Idle-up 1",
  idle_up_2: "Idle-up 2",
  hold: "Hold",
};

/** Read the value at a dotted path of a document; undefined when it leads nowhere. */
export function valueAt(document: unknown, path: string): unknown {
  let at: unknown = document;
  for (const step of path.split(".")) {
    if (at === null || typeof at !== "object") return undefined;
    at = (at as Record<string, unknown>)[step];
  }
  return at;
}

export const YES_NO = (yes: string, no: string) => [
  { value: false, label: no },
  { value: true, label: yes },
];

/** The same settings for each swash servo, under its name. */
export function each(setup: Setup, groups: (i: number) => Setting[]): SettingGroup[] {
  return setup.airframe.swash.balls.map((ball, i) => ({
    title: `Servo ${i + 1}: ${ball.role}`,
    settings: groups(i),
  }));
}
