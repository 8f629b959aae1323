/** Settings that the transmitter holds: curves, rates, channels, swash mix, how it starts. */
import type { FunctionName, ModeName, Setup } from "@/api/client";
import { shown } from "@/parts/numbers";
import { COLLECTIVE_TARGETS } from "./helicopter-settings";
import {
  each,
  MODE_NAMES,
  number,
  optional,
  type Setting,
  type SettingGroup,
  YES_NO,
} from "./setting";

const STRAIGHT = [
  { value: "straight", label: "straight" },
  { value: "smooth", label: "smooth" },
];

export function shapeGroups(setup: Setup, f: FunctionName, mode: ModeName): SettingGroup[] {
  const base = `transmitter.modes.${mode}`;
  const where = MODE_NAMES[mode];
  if (f !== "collective") {
    const rate = `${base}.rates.${f}`;
    return [
      {
        title: `${where}: rate and expo`,
        settings: [
          number("transmitter", `${rate}.rate_pct`, "Rate", "%"),
          number("transmitter", `${rate}.expo_pct`, "Expo, + is softer at centre", "%"),
        ],
      },
    ];
  }
  const points = setup.transmitter.modes[mode]?.pitch_curve ?? [];
  return [
    {
      title: `${where}: pitch curve`,
      settings: points.map((_, i) =>
        number(
          "transmitter",
          `${base}.pitch_curve.${i}`,
          `at stick ${shown((100 * i) / (points.length - 1), 0)} %`,
          "%",
        ),
      ),
    },
    {
      title: "Between the points",
      settings: [
        {
          kind: "choice",
          device: "transmitter",
          path: `${base}.pitch_curve_shape`,
          label: "Line",
          options: STRAIGHT,
        },
      ],
    },
  ];
}

const SIDES: Record<FunctionName, [string, string]> = {
  collective: ["down", "up"],
  aileron: ["left", "right"],
  elevator: ["back", "forward"],
  rudder: ["left", "right"],
};

export function channelGroups(_: Setup, f: FunctionName): SettingGroup[] {
  const base = `transmitter.channels.${f}`;
  const settings = [TRIM_LEVER(base), ...channelSettings(base, ...SIDES[f])];
  return [{ title: `${f} channel`, settings }];
}

const TRIM_LEVER = (base: string, label = "Trim lever") =>
  number("transmitter", `${base}.trim_pct`, label, "%", 0.5, 1);

/** One channel's end of the line, whoever it drives. */
export function channelSettings(base: string, low: string, high: string): Setting[] {
  return [
    {
      kind: "choice",
      device: "transmitter",
      path: `${base}.reversed`,
      label: "Direction",
      options: YES_NO("reversed", "straight"),
    },
    number("transmitter", `${base}.subtrim_pct`, "Sub-trim", "%", 0.5, 1),
    number("transmitter", `${base}.travel_low_pct`, `Travel ${low}`, "%", 0.5, 1),
    number("transmitter", `${base}.travel_high_pct`, `Travel ${high}`, "%", 0.5, 1),
    number("transmitter", `${base}.limit_low_pct`, `Limit ${low}`, "%"),
    number("transmitter", `${base}.limit_high_pct`, `Limit ${high}`, "%"),
  ];
}

export const PULSE_SCALE: SettingGroup[] = [
  {
    title: "Pulse scale",
    settings: [
      number("transmitter", "transmitter.centre_us", "Centre pulse", "µs"),
      number("transmitter", "transmitter.us_per_pct", "Pulse per percent", "µs/%", 0.1, 1),
    ],
  },
];

export const SWASH_MIX_GROUPS: SettingGroup[] = [
  {
    title: "Swash mix",
    settings: [
      number("transmitter", "transmitter.swash_mix.collective", "Collective", "%"),
      number("transmitter", "transmitter.swash_mix.aileron", "Aileron", "%"),
      number("transmitter", "transmitter.swash_mix.elevator", "Elevator", "%"),
      number("transmitter", "transmitter.swash_mix.ring_pct", "Cyclic ring", "%"),
      {
        kind: "choice",
        device: "transmitter",
        path: "transmitter.swash_mix.kind",
        label: "Each ball moves",
        options: [
          { value: "full_throw", label: "the furthest in full" },
          { value: "geometric", label: "by its own azimuth" },
        ],
      },
    ],
  },
  {
    title: "Trim levers, before the mixing",
    settings: (["collective", "aileron", "elevator"] as const).map((f) =>
      TRIM_LEVER(`transmitter.channels.${f}`, `Trim, ${f}`),
    ),
  },
  {
    title: "What the gauge should read",
    settings: [
      number("helicopter", "targets.cyclic_deg", "Cyclic, full stick", "°", 0.5, 1),
      ...COLLECTIVE_TARGETS,
    ],
  },
];

export function servoChannelGroups(setup: Setup): SettingGroup[] {
  return [
    ...PULSE_SCALE,
    ...each(setup, (i) => channelSettings(`transmitter.servo_channels.${i}`, "low", "high")),
  ];
}

/** What belongs to no single stage: how the radio starts, what happens without a signal, supply. */
export function wholeGroups(setup: Setup): SettingGroup[] {
  const governors: Setting[] = [
    {
      kind: "choice",
      device: "speed controller",
      path: "speed_controller.governor",
      label: "Governor in the speed controller",
      options: YES_NO("on", "off"),
    },
  ];
  if (setup.unit) {
    governors.push({
      kind: "choice",
      device: "unit",
      path: "unit.governor",
      label: "Governor in the unit",
      options: YES_NO("on", "off"),
    });
  }
  const modes = setup.transmitter?.modes ?? {};
  const has = (Object.keys(MODE_NAMES) as ModeName[]).filter((mode) => modes[mode]);
  return [
    {
      title: "The radio",
      settings: [
        {
          kind: "choice",
          device: "transmitter",
          path: "transmitter.power_up_mode",
          label: "Starts in",
          options: has.map((mode) => ({ value: mode, label: MODE_NAMES[mode] })),
        },
        optional(
          number("transmitter", "transmitter.fail_safe_throttle_pct", "Fail-safe throttle", "%"),
          0,
        ),
        number("transmitter", "transmitter.travel_step_pct", "Step of an end point", "%", 0.1, 1),
      ],
    },
    { title: "Governor", settings: governors },
    {
      title: "Supply of servos and unit",
      settings: [
        optional(number("speed controller", "speed_controller.bec_volt", "BEC", "V", 0.1, 1), 6),
        ...(setup.unit
          ? [optional(number("unit", "unit.rated_volt", "The unit's rating", "V", 0.1, 1), 8.4)]
          : []),
      ],
    },
  ];
}
