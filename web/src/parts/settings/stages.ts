/** The ribbon's stages: what each is called, which value it shows, which settings it opens. */
import type { Frame, FunctionName, ModeName, Setup } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import type { Device } from "./devices";
import { bladeGroups, hornGroups, swashGroups } from "./helicopter-settings";
import { MODE_NAMES, type SettingGroup, YES_NO } from "./setting";
import {
  channelGroups,
  channelSettings,
  PULSE_SCALE,
  SWASH_MIX_GROUPS,
  servoChannelGroups,
  shapeGroups,
  wholeGroups,
} from "./transmitter-settings";
import { COLLECTIVE_GROUPS, CYCLIC_GROUPS, servoGroups, TAIL_AT_THE_UNIT } from "./unit-settings";

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
  | "blade";

export type Stage = {
  name: StageName;
  device: Device;
  label: (f: FunctionName) => string;
  value: (frame: Frame, f: FunctionName) => string;
  unit: string;
  note: (f: FunctionName) => string;
  groups: (setup: Setup, f: FunctionName, mode: ModeName) => SettingGroup[];
};

const collective = (f: FunctionName) => f === "collective";

export const STAGES: Stage[] = [
  {
    name: "stick",
    device: "transmitter",
    label: () => "Stick",
    value: (frame, f) => signed(frame.functions[f].stick_pct, 0),
    unit: "%",
    note: (f) => `Where your ${f} lever stands. Move it in the dock below.`,
    groups: wholeGroups,
  },
  {
    name: "shape",
    device: "transmitter",
    label: (f) => (collective(f) ? "Curve" : "Rate, expo"),
    value: (frame, f) => signed(frame.functions[f].shaped_pct),
    unit: "%",
    note: (f) =>
      collective(f)
        ? "The flight mode's pitch curve over the stick, low to high."
        : "The flight mode's rate and expo. Plus softens round the centre.",
    groups: shapeGroups,
  },
  {
    name: "mixes",
    device: "transmitter",
    label: () => "Mixes",
    value: (frame, f) => signed(frame.functions[f].mixed_pct),
    unit: "%",
    note: () =>
      "What free mixes add before the channel. A master is taken as its own curve or rate leaves it.",
    groups: (_, f) =>
      collective(f)
        ? [
            {
              title: "Throttle channel, on the same stick",
              settings: channelSettings("transmitter.channels.throttle", "low", "high"),
            },
          ]
        : [],
  },
  {
    name: "channel",
    device: "transmitter",
    label: () => "Channel",
    value: (frame, f) => signed(frame.functions[f].limited_pct),
    unit: "%",
    note: () =>
      "Direction, travel each side, sub-trim and the hard limit, in that order. Sub-trim here reads as a held stick at the unit: leave it at zero.",
    groups: channelGroups,
  },
  {
    name: "pulse",
    device: "transmitter",
    label: () => "Pulse",
    value: (frame, f) => shown(frame.functions[f].pulse_us, 0),
    unit: "µs",
    note: () => "What the transmitter sends for this function.",
    groups: () => PULSE_SCALE,
  },
  {
    name: "arrival",
    device: "unit",
    label: () => "Arrival",
    value: (frame, f) => signed(frame.functions[f].seen_pct),
    unit: "%",
    note: () => "What the unit shows. Full stick should arrive as exactly 100 % each way.",
    groups: (_, f) =>
      f === "rudder"
        ? [TAIL_AT_THE_UNIT]
        : [
            {
              title: "At the unit",
              settings: [
                {
                  kind: "choice",
                  device: "unit",
                  path: `unit.function_reversed.${f}`,
                  label: `${f} direction`,
                  options: YES_NO("reversed", "straight"),
                },
              ],
            },
          ],
  },
  {
    name: "gain",
    device: "unit",
    label: () => "Throw",
    value: (frame, f) => signed(frame.functions[f].demand_pct),
    unit: "%",
    note: (f) =>
      collective(f)
        ? "How much of the servos' throw full collective may use."
        : "The ring holds aileron and elevator together; then how much throw full cyclic may use. Phase turns the tilt round the shaft.",
    groups: (_, f) => (collective(f) ? COLLECTIVE_GROUPS : CYCLIC_GROUPS),
  },
  {
    name: "servos",
    device: "unit",
    label: () => "Servos",
    value: (frame) => frame.servos.map((servo) => shown(servo.pulse_us, 0)).join(" "),
    unit: "µs",
    note: () => "The mixed pulses: direction, sub-trim, and the pulses no servo may pass.",
    groups: servoGroups,
  },
  {
    name: "horns",
    device: "helicopter",
    label: () => "Horns",
    value: (frame) => frame.servos.map((servo) => signed(servo.horn_deg, 0)).join(" "),
    unit: "°",
    note: () => "Horns and links as they are on the helicopter. Plus raises the ball.",
    groups: hornGroups,
  },
  {
    name: "swash",
    device: "helicopter",
    label: () => "Swash",
    value: (frame) => signed(frame.swash.height_mm, 2),
    unit: "mm",
    note: () => "Where the balls are on the swash's outer ring: azimuth from the nose, clockwise.",
    groups: swashGroups,
  },
  {
    name: "blade",
    device: "helicopter",
    label: () => "Blade",
    value: (frame) => signed(frame.blade.pitch_deg),
    unit: "°",
    note: () => "Inner ring, blade links and grips.",
    groups: bladeGroups,
  },
];

const SWASH_MIX: Stage = {
  name: "gain",
  device: "transmitter",
  label: () => "Swash mix",
  value: (frame, f) => signed(frame.functions[f].demand_pct),
  unit: "%",
  note: () =>
    "How far each function throws the servos, and with its sign which way round. The ring holds aileron and elevator together.",
  groups: () => SWASH_MIX_GROUPS,
};

const SERVO_CHANNELS: Stage = {
  name: "servos",
  device: "transmitter",
  label: () => "Servo channels",
  value: (frame) => frame.servos.map((servo) => shown(servo.pulse_us, 0)).join(" "),
  unit: "µs",
  note: () => "Each swash servo's own channel: direction, travel each side, sub-trim, hard limits.",
  groups: servoChannelGroups,
};

/** The stages a function passes; the rudder's go as far as they are computed. */
export function stagesOf(f: FunctionName, arrangement: Setup["arrangement"]): Stage[] {
  if (arrangement === "unit_mixes") return f === "rudder" ? STAGES.slice(0, 6) : STAGES;
  if (f === "rudder") return STAGES.slice(0, 5);
  const metal = STAGES.filter((stage) => stage.device === "helicopter");
  return [...STAGES.slice(0, 3), SWASH_MIX, SERVO_CHANNELS, ...metal];
}

/** Name a setting for undo and redo, e.g. "servo 1 horn length". */
export function nameOf(setup: Setup, path: string): string {
  if (path === "name") return "the name";
  for (const f of ["collective", "aileron", "elevator", "rudder"] as const) {
    for (const mode of Object.keys(MODE_NAMES) as ModeName[]) {
      for (const stage of stagesOf(f, setup.arrangement)) {
        for (const group of stage.groups(setup, f, mode)) {
          const found = group.settings.find((setting) => setting.path === path);
          if (found) return `${group.title}, ${found.label}`;
        }
      }
    }
  }
  return path;
}
