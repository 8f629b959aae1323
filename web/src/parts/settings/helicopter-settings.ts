/** Settings that are the helicopter's own metal, and what its gauge should read. */
import type { Setup } from "@/api/client";
import { each, number, optional, type Setting, type SettingGroup } from "./setting";

export const COLLECTIVE_TARGETS: Setting[] = [
  number("helicopter", "targets.collective_high_deg", "Stick full up", "°", 0.5, 1),
  number("helicopter", "targets.collective_low_deg", "Stick full down", "°", 0.5, 1),
  number("helicopter", "targets.hover_deg", "In the hover", "°", 0.5, 1),
];

export function hornGroups(setup: Setup): SettingGroup[] {
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

export function swashGroups(setup: Setup): SettingGroup[] {
  return setup.airframe.swash.balls.map((ball, i) => ({
    title: `Ball ${i + 1}: ${ball.role}`,
    settings: [
      number("helicopter", `airframe.swash.balls.${i}.azimuth_deg`, "Azimuth", "°"),
      number("helicopter", `airframe.swash.balls.${i}.radius_mm`, "Radius", "mm", 0.1, 1),
    ],
  }));
}

export function bladeGroups(setup: Setup): SettingGroup[] {
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
