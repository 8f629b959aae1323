import { fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Curve } from "@/api/modes";
import { moveLevers } from "@/parts/levers/levers";
import { CurveChart } from "./curve-chart";
import { degreesAt, slopeAt, valueAt } from "./samples";

const CURVE = {
  at: [0, 50, 100],
  points: [20, 50, 90],
  point_deg: [-6, 0, 8],
  stick_pct: [0, 50, 100],
  value_pct: [20, 50, 90],
  pitch_deg: [-6, 0, 8],
  slope: [0.6, 0.7, 0.8],
  degree_marks: [
    { deg: -5, pct: 25 },
    { deg: 0, pct: 50 },
    { deg: 5, pct: 75 },
  ],
  hover: null,
} as unknown as Curve;

const SIZE = { wide: 174, high: 130 };

function chart(more: Partial<React.ComponentProps<typeof CurveChart>> = {}) {
  const onMove = vi.fn();
  const onPoint = vi.fn();
  const { container } = render(
    <CurveChart
      {...{ curve: CURVE, label: "Pitch", degrees: true, live: true, onMove, onPoint, ...SIZE }}
      {...more}
    />,
  );
  return { onMove, onPoint, container };
}

test("the line goes through what the server sampled, over the chart's own field", () => {
  const { container } = chart();
  // Left 34, right 40, top 10, bottom 20: stick 0…100 on 34…134, percent 0…100 on 110…10.
  const line = container.querySelector("path.fill-none");
  expect(line?.getAttribute("d")).toBe("M34,90L84,60L134,20");
});

test("a point says its place, its percent and its degrees, and moves by keys within 0 and 100", () => {
  const { onMove } = chart();
  const point = screen.getByRole("slider", { name: "Pitch at stick 50 %" });
  expect(point.getAttribute("aria-valuetext")).toBe("50.0 %, 0.0°");
  for (const [key, more] of [
    ["ArrowUp", {}],
    ["ArrowDown", { shiftKey: true }],
    ["PageUp", {}],
    ["Home", {}],
    ["End", {}],
  ] as const) {
    fireEvent.keyDown(point, { key, ...more });
  }
  expect(onMove.mock.calls).toEqual([
    [1, 51, true],
    [1, 49.9, true],
    [1, 55, true],
    [1, 0, true],
    [1, 100, true],
  ]);
});

test("Insert puts a point in, Delete takes it out; other keys go on to the page", () => {
  const { onPoint } = chart();
  const point = screen.getByRole("slider", { name: "Pitch at stick 100 %" });
  fireEvent.keyDown(point, { key: "Insert" });
  fireEvent.keyDown(point, { key: "Delete" });
  expect(onPoint.mock.calls).toEqual([
    [2, "put in after"],
    [2, "take out"],
  ]);
  expect(fireEvent.keyDown(point, { key: "r" })).toBe(true);
});

test("without a hand to move it the curve is a picture that says its ends", () => {
  chart({ onMove: undefined });
  expect(screen.getByRole("img", { name: "Pitch: −6.0° to +8.0°" })).toBeTruthy();
  expect(screen.queryByRole("slider")).toBeNull();
});

test("hover on paper and hover as flown are marks of their own", () => {
  const paper = { rpm: 2100, pitch_deg: 2.6, stick_pct: 64, lacks: [] };
  const hover = { pitch_deg: 4.4, stick_pct: 75, by: "air", paper, factor: 1.7, said: "" } as const;
  const air = { ...hover, band: { low: 70, high: 80 } };
  const { container } = chart({ curve: { ...CURVE, hover: air } });
  const mark = (name: string) => container.querySelector(`[data-mark='${name}']`);
  // Sticks of 0…100 stand on 34…134, from the chart's lower edge.
  expect(mark("on paper")?.getAttribute("d")).toMatch(/^M98 110/);
  expect(mark("air")?.getAttribute("d")).toMatch(/^M109 110/);
  expect(mark("band")?.getAttribute("d")).toBe("M104 108.5H114");
  container.remove();
  const alone = { ...hover, by: "paper" as const, stick_pct: 64, band: null };
  const shown = chart({ curve: { ...CURVE, hover: alone } });
  expect(shown.container.querySelectorAll("[data-mark]").length).toBe(1);
});

test("a throttle curve has percent alone, and no mark for the hover", () => {
  const { container } = chart({ degrees: false, curve: { ...CURVE, point_deg: [] } });
  const words = [...container.querySelectorAll("text")].map((text) => text.textContent);
  expect(words).toContain("75%");
  expect(words.join("")).not.toContain("°");
  expect(container.querySelector("path.stroke-mint[stroke-width='3']")).toBeNull();
});

test("the live point follows the lever; it is hollow where the mode does not act", () => {
  moveLevers({ collective: 100 });
  const { container } = chart({ live: false });
  const live = container.querySelector("[data-live]");
  expect(live?.getAttribute("data-live")).toBe("would");
  expect(Number(live?.getAttribute("cx"))).toBe(134);
  expect(Number(live?.getAttribute("cy"))).toBe(20);
});

test("a sample is the nearest one, nothing is made up between two", () => {
  expect([-100, -60, -40, 0, 100].map((lever) => valueAt(CURVE, lever))).toEqual([
    20, 20, 50, 50, 90,
  ]);
  expect(degreesAt(CURVE, 90)).toBe(8);
  expect(slopeAt(CURVE, -100)).toBe(0.6);
  expect(valueAt({ ...CURVE, value_pct: [] }, 0)).toBeUndefined();
});
