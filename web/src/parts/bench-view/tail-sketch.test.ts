import type { Vector3 } from "three";
import { expect, test } from "vitest";
import type { Setup } from "@/api/client";
import { Ink } from "./ink";
import { type DrawnTail, TailSketch } from "./tail-sketch";

type Tail = NonNullable<Setup["airframe"]["tail"]>;

const AT: DrawnTail = {
  side: "left",
  pitch_deg: 0,
  slider_out: 0.4,
  zero_out: -0.2,
  pushes: "right",
};

function ends(path: string, tail: Partial<DrawnTail> = {}, metal: Partial<Tail> = {}) {
  const sketch = new TailSketch(new Ink(), 0, 100, {
    side: "left",
    plus_is_outward: true,
    ...metal,
  } as Tail);
  const found = sketch.ends(path, { ...AT, ...tail });
  if (!found) throw new Error(`no ends of ${path}`);
  return found;
}

const LENGTHS = [
  "servo.arm_mm",
  "servo.rod_mm",
  "slider.minus_mm",
  "slider.plus_mm",
  "offset_mm",
  "grip_arm_mm",
  "radius_mm",
  "root_mm",
  "chord_mm",
  "boom_mm",
];

test.each(LENGTHS)("%s has two ends apart from each other", (path) => {
  const [from, to] = ends(path);
  expect(from.distanceTo(to)).toBeGreaterThan(1);
});

test("what is no length of the tail has none", () => {
  const sketch = new TailSketch(new Ink(), 0, 100, { side: "left" } as Tail);
  expect(sketch.ends("blades", AT)).toBeNull();
});

test("both ways to a contact and the slider's own place are measured from zero pitch", () => {
  const zero = ends("slider.plus_mm")[0];
  expect(ends("slider.minus_mm")[1].distanceTo(zero)).toBeCloseTo(0);
  expect(ends("offset_mm")[0].distanceTo(zero)).toBeCloseTo(0);
});

test("the contact that pushes the nose right is at the end the slider goes to for that", () => {
  const fromBoom = ({ x }: Vector3) => Math.abs(x);
  const [zero, out] = ends("slider.plus_mm");
  expect(fromBoom(out)).toBeGreaterThan(fromBoom(zero));
  const [again, toward] = ends("slider.plus_mm", {}, { plus_is_outward: false });
  expect(fromBoom(toward)).toBeLessThan(fromBoom(again));
});

test("the chord turns with the blade, the radius does not", () => {
  const across = ([from, to]: [Vector3, Vector3]) => Math.abs(to.x - from.x);
  expect(across(ends("chord_mm"))).toBeCloseTo(0);
  expect(across(ends("chord_mm", { pitch_deg: 30 }))).toBeGreaterThan(1);
  expect(across(ends("radius_mm", { pitch_deg: 30 }))).toBeCloseTo(0);
});
