import { fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { leversNow, moveLevers } from "./levers";
import { type RateSets, RateSwitches } from "./rate-switches";

const set = (f: "aileron" | "elevator", at: string, position: string): RateSets[number] => ({
  function: f,
  switch: at,
  position,
  rate: { rate_pct: 70, expo_pct: 0 },
});
const SETS = [
  set("aileron", "B", "down"),
  set("elevator", "B", "down"),
  set("aileron", "C", "up"),
  set("aileron", "B", "middle"),
];

const put = (name: string, position: string) =>
  fireEvent.change(screen.getByLabelText(name), { target: { value: position } });

beforeEach(() => moveLevers({ rate_sets: "" }));

test("a position chooses every rate that stands there, and elsewhere none", () => {
  render(<RateSwitches sets={SETS} />);
  put("switch B", "down");
  expect(leversNow().rate_sets).toBe("0,1");
  put("switch B", "middle");
  expect(leversNow().rate_sets).toBe("3");
  put("switch B", "");
  expect(leversNow().rate_sets).toBe("");
});

test("the switch that moved last has the function", () => {
  render(<RateSwitches sets={SETS} />);
  put("switch B", "down");
  put("switch C", "up");
  expect(leversNow().rate_sets).toBe("1,2");
});

test("a rate that is taken out is chosen no more, and leaving clears every switch", () => {
  const { rerender, unmount } = render(<RateSwitches sets={SETS} />);
  put("switch B", "middle");
  rerender(<RateSwitches sets={SETS.slice(0, 2)} />);
  expect(leversNow().rate_sets).toBe("");
  put("switch B", "down");
  unmount();
  expect(leversNow().rate_sets).toBe("");
});
