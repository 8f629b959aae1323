/** Settings that the stabiliser unit holds. */
import type { Setup } from "@/api/client";
import { COLLECTIVE_TARGETS } from "./helicopter-settings";
import { each, number, type SettingGroup, YES_NO } from "./setting";

export function servoGroups(setup: Setup): SettingGroup[] {
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

export const TAIL_AT_THE_UNIT: SettingGroup = {
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

export const COLLECTIVE_GROUPS: SettingGroup[] = [
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

export const CYCLIC_GROUPS: SettingGroup[] = [
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
