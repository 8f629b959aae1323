import { act, fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, expect, test } from "vitest";
import { pageWide } from "@/tests/page";
import { Dock } from "./dock";
import { centreLevers, leversNow, moveLevers, onLevers, useLever } from "./levers";

beforeEach(() => {
  moveLevers({ mode: "normal" });
  centreLevers();
});

test("levers stop at their ends, and centring leaves the flight mode alone", () => {
  moveLevers({ collective: 130, rudder: -250, mode: "idle_up_1" });
  expect(leversNow()).toMatchObject({ collective: 100, rudder: -100, mode: "idle_up_1" });
  centreLevers();
  expect(leversNow()).toEqual({
    collective: 0,
    aileron: 0,
    elevator: 0,
    rudder: 0,
    mode: "idle_up_1",
    rate_sets: "",
  });
});

test("whoever listens hears every movement until they stop", () => {
  const heard: number[] = [];
  const stop = onLevers(() => heard.push(leversNow().aileron));
  moveLevers({ aileron: 10 });
  moveLevers({ aileron: 20 });
  stop();
  moveLevers({ aileron: 30 });
  expect(heard).toEqual([10, 20]);
});

let drawn = 0;
function Reader() {
  drawn += 1;
  return <p>{useLever("collective")}</p>;
}

test("who reads one lever is not drawn again for another", () => {
  render(<Reader />);
  act(() => moveLevers({ aileron: 40 }));
  expect(drawn).toBe(1);
  act(() => moveLevers({ collective: 40 }));
  expect(screen.getByText("40")).toBeTruthy();
});

const levers = () => screen.queryAllByRole("slider").length;
const key = () => screen.queryByRole("button", { name: "Levers" });

test("where no lever is needed the dock is one line with a key, at every width", () => {
  for (const width of [390, 1280]) {
    pageWide(width);
    const dock = render(<Dock modes={["normal", "hold"]} folds needed={false} />);
    expect(key()?.getAttribute("aria-expanded")).toBe("false");
    expect(levers()).toBe(0);
    fireEvent.click(key() as HTMLElement);
    expect(screen.getByRole("button", { name: "Fold the levers away" })).toBeTruthy();
    expect(levers()).toBeGreaterThanOrEqual(4);
    dock.unmount();
  }
});

test("where a step needs them they stand there, and only a phone folds them", () => {
  pageWide(1280);
  const dock = render(<Dock modes={["normal", "hold"]} folds needed />);
  expect(levers()).toBeGreaterThanOrEqual(4);
  dock.unmount();
  pageWide(390);
  render(<Dock modes={["normal", "hold"]} folds needed />);
  expect(levers()).toBe(0);
});

test("a switch is put right also while the levers are folded away", () => {
  moveLevers({ mode: "idle_up_2" });
  render(<Dock modes={["normal", "hold"]} folds needed={false} />);
  expect(leversNow().mode).toBe("normal");
});

test("a switch left in a mode that is not here goes to one that is", () => {
  moveLevers({ mode: "idle_up_2" });
  render(<Dock modes={["normal", "hold"]} />);
  expect(leversNow().mode).toBe("normal");
});
