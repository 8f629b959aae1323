import { expect, test } from "vitest";
import type { Row } from "@/api/catalogue";
import type { Setup } from "@/api/client";
import { numberAt, pathsOf, settingOf, valueAt } from "./setting";
import { placeOf } from "./setting-place";
import { groupsOf, stagesOf } from "./stages";

const row = (more: Partial<Row>): Row => ({
  path: "airframe.servos.*.arm_mm",
  label: "Horn length",
  help: "",
  kind: "number",
  device: "helicopter",
  stage: "horns",
  group: "Servo {n}: {role}",
  function: "",
  holders: ["servo {n}"],
  unit: "mm",
  nudge: 0.1,
  least: 0,
  most: 500,
  optional: false,
  words: [],
  steps: [],
  record: false,
  alike: false,
  needs_unit: false,
  arrangements: ["unit_mixes"],
  ...more,
});

const SETUP = {
  arrangement: "unit_mixes",
  airframe: {
    swash: { balls: [{ role: "elevator" }, { role: "aileron" }, { role: "pitch" }] },
    servos: [{ arm_mm: 13 }, { arm_mm: 14 }, { arm_mm: 15 }],
    head: { link_extra_mm: [0, 0.2] },
  },
  unit: { cyclic_pct: 40 },
  transmitter: { modes: { normal: { pitch_curve: [0, 50, 100] } } },
} as unknown as Setup;

const ROWS: Row[] = [
  row({}),
  row({
    path: "airframe.head.link_extra_mm.*",
    label: "Link {letter} turned out",
    stage: "blade",
    group: "Blade links",
  }),
  row({
    path: "unit.cyclic_pct",
    label: "Cyclic throw",
    device: "unit",
    stage: "gain",
    function: "cyclic",
    group: "Mixing",
    unit: "%",
    nudge: 1,
  }),
  row({
    path: "transmitter.swash_mix.aileron",
    stage: "gain",
    arrangements: ["transmitter_mixes"],
    group: "Swash mix",
  }),
];

test("a row has a path for each entry of its lists, named by its number and its servo", () => {
  expect(pathsOf(ROWS[0] as Row, SETUP)).toEqual(
    [0, 1, 2].map((i) => `airframe.servos.${i}.arm_mm`),
  );
  const second = settingOf(ROWS[0] as Row, "airframe.servos.1.arm_mm", SETUP);
  expect(second).toMatchObject({ group: "Servo 2: aileron", unit: "mm", step: 0.1, decimals: 1 });
  const link = settingOf(ROWS[1] as Row, "airframe.head.link_extra_mm.1", SETUP);
  expect(link.label).toBe("Link B turned out");
});

test("a number of the catalogue is found by its path, anything else is an error", () => {
  expect(numberAt(ROWS, "airframe.servos.2.arm_mm", SETUP).unit).toBe("mm");
  expect(() => numberAt(ROWS, "no.such", SETUP)).toThrow("no number of the catalogue");
  expect(valueAt(SETUP, "airframe.servos.2.arm_mm")).toBe(15);
  expect(valueAt(SETUP, "drive.pack.cells")).toBeUndefined();
});

test("a stage opens its own settings for the function, and none that do nothing here", () => {
  const gain = stagesOf("elevator", "unit_mixes").find((stage) => stage.name === "gain");
  const titles = (f: "elevator" | "collective") =>
    gain ? groupsOf(gain, ROWS, SETUP, f, "normal").map((group) => group.title) : [];
  expect(titles("elevator")).toEqual(["Mixing"]);
  expect(titles("collective")).toEqual([]);
});

test("a finding's path leads to the place that shows it, a whole part to its first setting", () => {
  const to = (path: string) => placeOf("h", path, ROWS, "unit_mixes");
  expect(to("airframe.servos.0.arm_mm")).toBe(
    "/helicopters/h/path?function=collective&stage=horns",
  );
  expect(to("airframe.servos.1")).toBe("/helicopters/h/path?function=collective&stage=horns");
  expect(to("unit.cyclic_pct")).toBe("/helicopters/h/path?function=aileron&stage=gain");
  expect(to("transmitter.modes.hold.throttle_curve")).toBe(
    "/helicopters/h/modes?mode=hold&open=throttle",
  );
  expect(to("nowhere")).toBe("/helicopters/h/path?function=helicopter&stage=whole");
});
