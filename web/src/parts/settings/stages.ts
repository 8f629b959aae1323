/** The ribbon's stages: what each is called, which value it shows, which settings it opens. */
import type { Device, Row } from "@/api/catalogue";
import type { Frame, FunctionName, ModeName, Setup } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import { MODE_NAMES, pathsOf, type SettingGroup, settingOf } from "./setting";

/** What the ribbon follows: a stick, the throttle that hangs on one, or the helicopter itself. */
export type Followed = FunctionName | "throttle" | "helicopter";
export const FOLLOWED: Followed[] = [
  "collective",
  "aileron",
  "elevator",
  "rudder",
  "throttle",
  "helicopter",
];

/** The lever that moves it. */
export function stickOf(f: Followed): FunctionName {
  return f === "throttle" || f === "helicopter" ? "collective" : f;
}

export type StageName =
  | "stick"
  | "shape"
  | "mixes"
  | "channel"
  | "pulse"
  | "arrival"
  | "gain"
  | "servos"
  | "horns"
  | "swash"
  | "blade"
  | "tail"
  | "drive"
  | "whole";

export type Stage = {
  name: StageName;
  device: Device;
  label: (f: Followed) => string;
  value: (frame: Frame, f: Followed) => string;
  unit: string;
  note: (f: Followed) => string;
};

const curved = (f: Followed) => f === "collective" || f === "throttle";

/** What a function is worth at a station of its way. */
function at(frame: Frame, f: Followed) {
  const found = frame.functions[f === "helicopter" ? "collective" : f];
  if (!found) throw new Error(`a frame has no ${f}`);
  return found;
}

const STAGES: Stage[] = [
  {
    name: "stick",
    device: "transmitter",
    label: () => "Stick",
    value: (frame, f) => signed(at(frame, f).stick_pct, 0),
    unit: "%",
    note: (f) =>
      `Where your ${stickOf(f)} lever stands; move it in the dock below. What works what on this radio is written down here.`,
  },
  {
    name: "shape",
    device: "transmitter",
    label: (f) => (curved(f) ? "Curve" : "Rate, expo"),
    value: (frame, f) => signed(at(frame, f).shaped_pct),
    unit: "%",
    note: (f) =>
      curved(f)
        ? `The flight mode's ${f === "throttle" ? "throttle" : "pitch"} curve over the stick, low to high.`
        : "The flight mode's rate and expo. Plus softens round the centre.",
  },
  {
    name: "mixes",
    device: "transmitter",
    label: () => "Mixes",
    value: (frame, f) => signed(at(frame, f).mixed_pct),
    unit: "%",
    note: () =>
      "What free mixes add before the channel. A master is taken as its own curve or rate leaves it.",
  },
  {
    name: "channel",
    device: "transmitter",
    label: () => "Channel",
    value: (frame, f) => signed(at(frame, f).limited_pct),
    unit: "%",
    note: () =>
      "Direction, travel each side, sub-trim and the hard limit, in that order. Sub-trim here reads as a held stick at the unit: leave it at zero.",
  },
  {
    name: "pulse",
    device: "transmitter",
    label: () => "Pulse",
    value: (frame, f) => shown(at(frame, f).pulse_us, 0),
    unit: "µs",
    note: () => "What the transmitter sends for this function.",
  },
  {
    name: "arrival",
    device: "unit",
    label: () => "Arrival",
    value: (frame, f) => signed(at(frame, f).seen_pct),
    unit: "%",
    note: () => "What the unit shows. Full stick should arrive as exactly 100 % each way.",
  },
  {
    name: "gain",
    device: "unit",
    label: () => "Throw",
    value: (frame, f) => signed(at(frame, f).demand_pct),
    unit: "%",
    note: (f) =>
      curved(f)
        ? "How much of the servos' throw full collective may use."
        : "The ring holds aileron and elevator together; then how much throw full cyclic may use. Phase turns the tilt round the shaft.",
  },
  {
    name: "servos",
    device: "unit",
    label: () => "Servos",
    value: (frame) => frame.servos.map((servo) => shown(servo.pulse_us, 0)).join(" "),
    unit: "µs",
    note: () => "The mixed pulses: direction, sub-trim, and the pulses no servo may pass.",
  },
  {
    name: "horns",
    device: "helicopter",
    label: () => "Horns",
    value: (frame) => frame.servos.map((servo) => signed(servo.horn_deg, 0)).join(" "),
    unit: "°",
    note: () => "Horns and links as they are on the helicopter. Plus raises the ball.",
  },
  {
    name: "swash",
    device: "helicopter",
    label: () => "Swash",
    value: (frame) => signed(frame.swash.height_mm, 2),
    unit: "mm",
    note: () => "Where the balls are on the swash's outer ring: azimuth from the nose, clockwise.",
  },
  {
    name: "blade",
    device: "helicopter",
    label: () => "Blade",
    value: (frame) => signed(frame.blade.pitch_deg),
    unit: "°",
    note: () => "Inner ring, blade links and grips.",
  },
];

const TAIL: Stage = {
  name: "tail",
  device: "helicopter",
  label: () => "Tail",
  value: (frame) => signed(frame.tail?.pitch_deg),
  unit: "°",
  note: () =>
    "The tail's own metal. What is computed from it is the rate mode's deflection; in heading hold the gyro drives the servo. Only the tail itself shows which way it goes.",
};

const DRIVE: Stage = {
  name: "drive",
  device: "speed controller",
  label: () => "Speed controller",
  value: (frame, f) => signed(at(frame, f).limited_pct),
  unit: "%",
  note: () =>
    "Who holds the head speed, and what the BEC feeds. Motor, gear, pack and the controller's own card are in Head speed.",
};

const WHOLE: Stage = {
  name: "whole",
  device: "helicopter",
  label: () => "The helicopter",
  value: () => "",
  unit: "",
  note: () =>
    "What belongs to no single stage: which device mixes, the size, the radio itself, how the unit is mounted.",
};

const SWASH_MIX: Stage = {
  name: "gain",
  device: "transmitter",
  label: () => "Swash mix",
  value: (frame, f) => signed(at(frame, f).demand_pct),
  unit: "%",
  note: () =>
    "How far each function throws the servos, and with its sign which way round. The ring holds aileron and elevator together.",
};

const SERVO_CHANNELS: Stage = {
  name: "servos",
  device: "transmitter",
  label: () => "Servo channels",
  value: (frame) => frame.servos.map((servo) => shown(servo.pulse_us, 0)).join(" "),
  unit: "µs",
  note: () => "Each swash servo's own channel: direction, travel each side, sub-trim, hard limits.",
};

/** The stages a function passes; the rudder's end at the tail, the throttle's at the drive. */
export function stagesOf(f: Followed, arrangement: Setup["arrangement"]): Stage[] {
  if (f === "helicopter") return [WHOLE];
  if (f === "throttle") return [...STAGES.slice(0, 5), DRIVE];
  if (arrangement === "unit_mixes") return f === "rudder" ? [...STAGES.slice(0, 6), TAIL] : STAGES;
  if (f === "rudder") return [...STAGES.slice(0, 5), TAIL];
  const metal = STAGES.filter((stage) => stage.device === "helicopter");
  return [...STAGES.slice(0, 3), SWASH_MIX, SERVO_CHANNELS, ...metal];
}

/** Where what belongs to a stage that a function does not pass stands instead. */
const INSTEAD: Record<string, StageName[]> = {
  channel: ["gain"],
  pulse: ["servos"],
  arrival: ["gain", "tail"],
};

/** The stage of a function at which a row's settings stand; none where it is not this function's. */
export function stageFor(row: Row, f: Followed, stages: Stage[]): StageName | null {
  if (!ofFunction(row, f)) return null;
  const own = stages.find((stage) => stage.name === row.stage);
  if (own) return own.name;
  const other = INSTEAD[row.stage]?.find((name) => stages.some((stage) => stage.name === name));
  return other ?? null;
}

function ofFunction(row: Row, f: Followed): boolean {
  if (f === "helicopter" || row.stage === "whole")
    return f === "helicopter" && row.stage === "whole";
  if (row.stage === "tail") return f === "rudder";
  if (row.stage === "drive" || row.function === "throttle") return f === "throttle";
  if (row.function === "")
    return !["rudder", "throttle"].includes(f) || row.device === "transmitter";
  if (row.function === "cyclic") return f === "aileron" || f === "elevator";
  return row.function === f;
}

/** What has a way of its own of being set, or a place of its own. */
const ELSEWHERE =
  /^(format|version|name|arrangement|airframe\.swash\.layout|airframe\.head\.blades)$/;
/** What Head speed shows. */
export const OF_HEAD_SPEED =
  /^(drive|flown|speed_controller\.card|airframe\.rotor)(\.|$)|^airframe\.mass_g$/;
const LISTS = /^transmitter\.(free_mixes|rate_sets|switches|expo_sign)/;
const MODE = /^transmitter\.modes\.(\w+)\./;

/** The settings a stage opens, in groups, for a function in a flight mode. */
export function groupsOf(
  stage: Stage,
  rows: Row[],
  setup: Setup,
  f: Followed,
  mode: ModeName,
): SettingGroup[] {
  const stages = stagesOf(f, setup.arrangement);
  const groups = new Map<string, SettingGroup>();
  for (const row of rows) {
    if (stageFor(row, f, stages) !== stage.name || !shows(row, setup, mode)) continue;
    for (const path of pathsOf(row, setup)) {
      const setting = settingOf(row, path, setup);
      const of = MODE.exec(path)?.[1];
      const title = titleOf(setting.group ?? "", of);
      const group = groups.get(title) ?? { title, settings: [] };
      group.settings.push(setting);
      groups.set(title, group);
    }
  }
  // What the stage's own device holds comes first.
  const own = (group: SettingGroup) => (group.settings[0]?.device === stage.device ? 0 : 1);
  return [...groups.values()].sort((a, b) => own(a) - own(b));
}

function shows(row: Row, setup: Setup, mode: ModeName): boolean {
  if (
    ELSEWHERE.test(row.path) ||
    OF_HEAD_SPEED.test(row.path) ||
    LISTS.test(row.path) ||
    row.kind === "names"
  )
    return false;
  if (!row.arrangements.includes(setup.arrangement)) return false;
  if (row.needs_unit && !setup.unit) return false;
  const of = MODE.exec(row.path)?.[1];
  return of === undefined || of === mode;
}

function titleOf(group: string, mode: string | undefined): string {
  if (mode) return `${MODE_NAMES[mode as ModeName]}: ${group || "gain and head speed"}`;
  return group || "More";
}
