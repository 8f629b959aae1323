/** The ribbon's stages: what each is called, which value it shows, which settings it opens. */
import type { Frame, FunctionName, ModeName, Setup } from "@/api/client";
import { shown, signed } from "@/parts/numbers";
import type { Device } from "./devices";
import { MODE_NAMES, type Setting, type SettingGroup } from "./setting";

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

const YES_NO = (yes: string, no: string) => [
  { value: false, label: no },
  { value: true, label: yes },
];

const STRAIGHT = [
  { value: "straight", label: "straight" },
  { value: "smooth", label: "smooth" },
];

function number(
  device: Device,
  path: string,
  label: string,
  unit: string,
  step = 1,
  decimals = 0,
): Setting {
  return { kind: "number", device, path, label, unit, step, decimals };
}

/** A setting that may be left out, and what it starts with when it is put in. */
function optional(setting: Setting, usual: number): Setting {
  return setting.kind === "number" ? { ...setting, usual } : setting;
}

const collective = (f: FunctionName) => f === "collective";

function shapeGroups(setup: Setup, f: FunctionName, mode: ModeName): SettingGroup[] {
  const base = `transmitter.modes.${mode}`;
  const where = MODE_NAMES[mode];
  if (!collective(f)) {
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

function channelGroups(_: Setup, f: FunctionName): SettingGroup[] {
  const base = `transmitter.channels.${f}`;
  const [low, high] = SIDES[f];
  return [
    {
      title: `${f} channel`,
      settings: [
        {
          kind: "choice",
          device: "transmitter",
          path: `${base}.reversed`,
          label: "Direction",
          options: YES_NO("reversed", "straight"),
        },
        number("transmitter", `${base}.subtrim_pct`, "Sub-trim", "%", 0.5, 1),
        number("transmitter", `${base}.trim_pct`, "Trim lever", "%", 0.5, 1),
        number("transmitter", `${base}.travel_low_pct`, `Travel ${low}`, "%", 0.5, 1),
        number("transmitter", `${base}.travel_high_pct`, `Travel ${high}`, "%", 0.5, 1),
        number("transmitter", `${base}.limit_low_pct`, `Limit ${low}`, "%"),
        number("transmitter", `${base}.limit_high_pct`, `Limit ${high}`, "%"),
      ],
    },
  ];
}

const COLLECTIVE_TARGETS: Setting[] = [
  number("helicopter", "targets.collective_high_deg", "Stick full up", "°", 0.5, 1),
  number("helicopter", "targets.collective_low_deg", "Stick full down", "°", 0.5, 1),
  number("helicopter", "targets.hover_deg", "In the hover", "°", 0.5, 1),
];

const PULSE_SCALE: SettingGroup[] = [
  {
    title: "Pulse scale",
    settings: [
      number("transmitter", "transmitter.centre_us", "Centre pulse", "µs"),
      number("transmitter", "transmitter.us_per_pct", "Pulse per percent", "µs/%", 0.1, 1),
    ],
  },
];

function each(setup: Setup, groups: (i: number) => Setting[]): SettingGroup[] {
  return setup.airframe.swash.balls.map((ball, i) => ({
    title: `Servo ${i + 1}: ${ball.role}`,
    settings: groups(i),
  }));
}

function servoGroups(setup: Setup): SettingGroup[] {
  return [
    {
      title: "All servos",
      settings: [
        number("unit", "unit.centre_us", "Centre pulse", "µs"),
        number("unit", "unit.frame_rate_hz", "Frame rate", "Hz"),
        number("unit", "unit.full_throw_us", "Full throw", "µs", 5),
      ],
    },
    ...each(setup, (i) => [
      {
        kind: "choice",
        device: "unit",
        path: `unit.servos.${i}.reversed`,
        label: "Direction",
        options: YES_NO("reversed", "straight"),
      },
      number("unit", `unit.servos.${i}.subtrim_us`, "Sub-trim", "µs"),
      number("unit", `unit.servos.${i}.min_us`, "Shortest pulse", "µs", 5),
      number("unit", `unit.servos.${i}.max_us`, "Longest pulse", "µs", 5),
    ]),
  ];
}

function hornGroups(setup: Setup): SettingGroup[] {
  return each(setup, (i) => {
    const base = `airframe.servos.${i}`;
    return [
      number("helicopter", `${base}.arm_mm`, "Horn length", "mm", 0.1, 1),
      number("helicopter", `${base}.link_length_mm`, "Link length", "mm", 0.5, 1),
      number("helicopter", `${base}.link_extra_mm`, "Link turned out", "mm", 0.05, 2),
      number("helicopter", `${base}.horn_error_deg`, "Horn off square", "°", 0.1, 1),
      number("helicopter", `${base}.arm_bearing_deg`, "Horn points to", "°", 5),
      number("helicopter", `${base}.us_per_deg`, "Pulse per degree", "µs/°", 0.1, 1),
      optional(number("helicopter", `${base}.rated_frame_rate_hz`, "Rated frame rate", "Hz"), 250),
      optional(number("helicopter", `${base}.rated_volt`, "Rated voltage", "V", 0.1, 1), 8.4),
      {
        kind: "choice",
        device: "helicopter",
        path: `${base}.mounted`,
        label: "Longer pulse moves the ball",
        options: [
          { value: 1, label: "up" },
          { value: -1, label: "down" },
        ],
      },
    ];
  });
}

function swashGroups(setup: Setup): SettingGroup[] {
  return setup.airframe.swash.balls.map((ball, i) => ({
    title: `Ball ${i + 1}: ${ball.role}`,
    settings: [
      number("helicopter", `airframe.swash.balls.${i}.azimuth_deg`, "Azimuth", "°"),
      number("helicopter", `airframe.swash.balls.${i}.radius_mm`, "Radius", "mm", 0.1, 1),
    ],
  }));
}

function bladeGroups(setup: Setup): SettingGroup[] {
  const base = "airframe.head";
  return [
    {
      title: "Rotor head",
      settings: [
        {
          kind: "choice",
          device: "helicopter",
          path: `${base}.rotation`,
          label: "Turns, seen from above",
          options: [
            { value: "clockwise", label: "clockwise" },
            { value: "counter_clockwise", label: "counter-clockwise" },
          ],
        },
        {
          kind: "choice",
          device: "helicopter",
          path: `${base}.grip_arm`,
          label: "Grip arm side",
          options: [
            { value: "leading", label: "leading" },
            { value: "trailing", label: "trailing" },
          ],
        },
        number("helicopter", `${base}.grip_arm_mm`, "Grip arm", "mm", 0.1, 1),
        number("helicopter", `${base}.grip_ball_span_mm`, "Grip ball along the span", "mm", 0.1, 1),
        number("helicopter", `${base}.head_height_mm`, "Head above the swash", "mm", 0.5, 1),
        number("helicopter", `${base}.inner_ball_radius_mm`, "Inner ball radius", "mm", 0.1, 1),
        number("helicopter", `${base}.inner_ball_lead_deg`, "Inner ball lead", "°", 0.5, 1),
      ],
    },
    {
      title: "Blade links",
      settings: [
        number("helicopter", `${base}.link_thread_mm`, "Thread pitch", "mm", 0.05, 2),
        ...setup.airframe.head.link_extra_mm.map((_, i) =>
          number(
            "helicopter",
            `${base}.link_extra_mm.${i}`,
            `Link ${String.fromCharCode(65 + i)} turned out`,
            "mm",
            0.05,
            2,
          ),
        ),
      ],
    },
  ];
}

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
    groups: () => [],
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

const TAIL_AT_THE_UNIT: SettingGroup = {
  title: "Tail, at the unit",
  settings: [
    number("unit", "unit.tail.subtrim_us", "Tail servo sub-trim", "µs"),
    number("unit", "unit.tail.frame_rate_hz", "Tail servo frame rate", "Hz"),
    number("unit", "unit.full_stick_dps.rudder", "Pirouettes, full stick", "°/s", 5),
    number("unit", "unit.expo_pct.rudder", "Unit's own expo, rudder", "%"),
  ],
};

const SCHOOLS = [
  { value: "full_throw", label: "full throw" },
  { value: "reference_tilt", label: "reference tilt" },
];

const COLLECTIVE_GROUPS: SettingGroup[] = [
  {
    title: "Mixing",
    settings: [
      number("unit", "unit.collective_pct", "Throw above centre", "%"),
      number("unit", "unit.collective_low_pct", "Throw below centre", "%"),
    ],
  },
  {
    title: "Collective to cyclic, to keep the swash level",
    settings: [
      number("unit", "unit.level_trim.low.aileron_pct", "Aileron at the low end", "%"),
      number("unit", "unit.level_trim.low.elevator_pct", "Elevator at the low end", "%"),
      number("unit", "unit.level_trim.high.aileron_pct", "Aileron at the high end", "%"),
      number("unit", "unit.level_trim.high.elevator_pct", "Elevator at the high end", "%"),
    ],
  },
  {
    title: "What the gauge should read",
    settings: [...COLLECTIVE_TARGETS],
  },
];

const CYCLIC_GROUPS: SettingGroup[] = [
  {
    title: "Mixing",
    settings: [
      number("unit", "unit.cyclic_pct", "Cyclic throw", "%"),
      number("unit", "unit.ring_pct", "Cyclic ring", "%"),
      number("unit", "unit.phase_deg", "Phase", "°", 0.5, 1),
    ],
  },
  {
    title: "What the gauge should read",
    settings: [
      {
        kind: "choice",
        device: "unit",
        path: "unit.cyclic_school",
        label: "This unit is set by",
        options: SCHOOLS,
      },
      number("helicopter", "targets.cyclic_deg", "Full stick", "°", 0.5, 1),
      number("helicopter", "targets.reference_tilt_deg", "Reference tilt", "°", 0.1, 1),
    ],
  },
  {
    title: "Stabilising",
    settings: [
      number("unit", "unit.full_stick_dps.aileron", "Rolls, full stick", "°/s", 5),
      number("unit", "unit.full_stick_dps.elevator", "Flips, full stick", "°/s", 5),
      number("unit", "unit.expo_pct.aileron", "Unit's own expo, aileron", "%"),
      number("unit", "unit.expo_pct.elevator", "Unit's own expo, elevator", "%"),
      {
        kind: "choice",
        device: "unit",
        path: "unit.correction_reversed.roll",
        label: "Roll correction",
        options: YES_NO("reversed", "straight"),
      },
      {
        kind: "choice",
        device: "unit",
        path: "unit.correction_reversed.pitch",
        label: "Pitch correction",
        options: YES_NO("reversed", "straight"),
      },
      {
        kind: "choice",
        device: "unit",
        path: "unit.pirouette_reversed",
        label: "Pirouette compensation",
        options: YES_NO("reversed", "straight"),
      },
    ],
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
  groups: () => [
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
      title: "What the gauge should read",
      settings: [
        number("helicopter", "targets.cyclic_deg", "Cyclic, full stick", "°", 0.5, 1),
        ...COLLECTIVE_TARGETS,
      ],
    },
  ],
};

const SERVO_CHANNELS: Stage = {
  name: "servos",
  device: "transmitter",
  label: () => "Servo channels",
  value: (frame) => frame.servos.map((servo) => shown(servo.pulse_us, 0)).join(" "),
  unit: "µs",
  note: () => "Each swash servo's own channel: direction, travel each side, sub-trim, hard limits.",
  groups: (setup) => [
    ...PULSE_SCALE,
    ...each(setup, (i) => {
      const base = `transmitter.servo_channels.${i}`;
      return [
        {
          kind: "choice",
          device: "transmitter",
          path: `${base}.reversed`,
          label: "Direction",
          options: YES_NO("reversed", "straight"),
        },
        number("transmitter", `${base}.subtrim_pct`, "Sub-trim", "%", 0.5, 1),
        number("transmitter", `${base}.travel_low_pct`, "Travel low", "%", 0.5, 1),
        number("transmitter", `${base}.travel_high_pct`, "Travel high", "%", 0.5, 1),
        number("transmitter", `${base}.limit_low_pct`, "Limit low", "%"),
        number("transmitter", `${base}.limit_high_pct`, "Limit high", "%"),
      ];
    }),
  ],
};

/** What belongs to no single stage: how the radio starts, what happens without a signal, supply. */
function wholeGroups(setup: Setup): SettingGroup[] {
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
