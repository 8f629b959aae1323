/** What the interface needs to know of a setting to show it: never what it means for the blade. */
import type { ModeName } from "@/api/client";
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
