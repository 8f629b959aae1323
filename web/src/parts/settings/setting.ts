/** A setting as a field shows it: a row of the catalogue at one path of one helicopter. */
import type { Device, Row } from "@/api/catalogue";
import { rowOf } from "@/api/catalogue";
import type { ModeName, Setup } from "@/api/client";

type Shared = {
  path: string;
  label: string;
  help?: string;
  device: Device;
  /** It may be left out. */
  optional?: boolean;
  /** What it stands together with. */
  group?: string;
  /** As a rule the same for every entry of its list. */
  alike?: boolean;
};

export type NumberSetting = Shared & {
  kind: "number";
  unit: string;
  /** How far an arrow key moves it. */
  step: number;
  decimals: number;
  /** Its range, where it has ends. */
  least?: number | null;
  most?: number | null;
};

export type ChoiceSetting = Shared & {
  kind: "choice";
  options: { value: boolean | string | number; label: string }[];
};

/** Text, or a list of numbers with spaces between them. */
export type TextSetting = Shared & { kind: "text"; numbers: boolean; unit: string };

export type Setting = NumberSetting | ChoiceSetting | TextSetting;

export type SettingGroup = { title: string; settings: Setting[] };

export const MODE_NAMES: Record<ModeName, string> = {
  normal: "Normal",
  idle_up_1: "Idle-up 1",
  idle_up_2: "Idle-up 2",
  hold: "Throttle hold",
  trimming: "Trimming",
};

const UNITS: Record<string, string> = {
  deg: "°",
  us: "µs",
  "us/deg": "µs/°",
  "us/%": "µs/%",
  "deg/s": "°/s",
  mohm: "mΩ",
};

/** Make the setting of a row at a path; entries' numbers stand in its label and group. */
export function settingOf(row: Row, path: string, setup: Setup): Setting {
  const at = path
    .split(".")
    .filter((part) => /^\d+$/.test(part))
    .map(Number);
  const shared: Shared = {
    path,
    label: filled(row.label, at.at(-1), setup),
    help: row.help,
    device: row.device,
    optional: row.optional,
    group: filled(row.group, at[0], setup),
    alike: row.alike,
  };
  if (row.kind === "flag" || row.kind === "choice") {
    return { ...shared, kind: "choice", options: row.words };
  }
  if (row.kind === "number" || row.kind === "whole") {
    const decimals = row.kind === "whole" ? 0 : decimalsOf(row.nudge);
    return {
      ...shared,
      kind: "number",
      unit: unitOf(row),
      step: row.nudge,
      decimals,
      least: row.least,
      most: row.most,
    };
  }
  return { ...shared, kind: "text", numbers: row.kind === "numbers", unit: unitOf(row) };
}

/** The number setting at a path, as the catalogue has it. */
export function numberAt(rows: Row[], path: string, setup: Setup): NumberSetting {
  const row = rowOf(rows, path);
  const found = row && settingOf(row, path, setup);
  if (found?.kind !== "number") throw new Error(`${path} is no number of the catalogue`);
  return found;
}

/** A number that is no setting of the document. */
export function freeNumber(path: string, label: string, unit: string): NumberSetting {
  return { kind: "number", device: "transmitter", path, label, unit, step: 1, decimals: 0 };
}

/** A unit as it is written for a pilot. */
export function unitWords(unit: string): string {
  return UNITS[unit] ?? unit;
}

function unitOf(row: Row): string {
  return unitWords(row.unit);
}

function decimalsOf(nudge: number): number {
  return String(nudge).split(".")[1]?.length ?? 0;
}

function filled(words: string, index: number | undefined, setup: Setup): string {
  if (index === undefined) return words;
  return words
    .replace("{n}", String(index + 1))
    .replace("{letter}", String.fromCharCode(65 + index))
    .replace("{role}", setup.airframe.swash.balls[index]?.role ?? "");
}

/** Every path a row has in a setup: one for each entry of its lists. */
export function pathsOf(row: Row, setup: Setup): string[] {
  const walk = (at: unknown, parts: string[], done: string[]): string[][] => {
    const [part, ...rest] = parts;
    if (part === undefined) return [done];
    if (part === "*") {
      if (!Array.isArray(at)) return [];
      return at.flatMap((each, i) => walk(each, rest, [...done, String(i)]));
    }
    const next = at && typeof at === "object" ? (at as Record<string, unknown>)[part] : undefined;
    return walk(next, rest, [...done, part]);
  };
  return walk(setup, row.path.split("."), []).map((parts) => parts.join("."));
}

/** Read the value at a dotted path of a document; undefined when it leads nowhere. */
export function valueAt(document: unknown, path: string): unknown {
  let at: unknown = document;
  for (const step of path.split(".")) {
    if (at === null || typeof at !== "object") return undefined;
    at = (at as Record<string, unknown>)[step];
  }
  return at;
}
