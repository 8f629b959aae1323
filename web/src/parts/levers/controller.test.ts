import { afterEach, describe, expect, it, vi } from "vitest";
import { ControllerHand, moved, position } from "./controller";
import { centreLevers, leversNow, moveLevers } from "./levers";

const USE = { axis: 2, low: -0.8, centre: 0.1, high: 0.9 };

function plug(axes: number[] | null, id = "simulated transmitter") {
  vi.stubGlobal("navigator", {
    getGamepads: () => [axes && { id, axes, connected: true }],
  });
}

afterEach(() => {
  vi.unstubAllGlobals();
  centreLevers();
});

describe("an axis as a lever", () => {
  it("reaches full on each side by that side's own end, and rests at zero", () => {
    expect(position(0.9, USE)).toBe(100);
    expect(position(-0.8, USE)).toBe(-100);
    expect(position(0.1, USE)).toBe(0);
    expect(position(0.5, USE)).toBe(50);
    expect(position(1, USE)).toBe(100);
  });

  it("runs the other way round where its ends do", () => {
    const turned = { ...USE, low: 0.9, high: -0.8 };
    expect(position(0.9, turned)).toBe(-100);
    expect(position(-0.8, turned)).toBe(100);
  });

  it("is found by the one that moved", () => {
    expect(moved([0, 0, 0], [0.1, -0.9, 0.5])).toBe(1);
    expect(moved([0, 0], [0.1, 0.2])).toBeNull();
  });
});

describe("a controller", () => {
  it("moves the levers it is assigned to and leaves the rest", () => {
    const hand = new ControllerHand();
    hand.calibration = { aileron: USE };
    moveLevers({ collective: 40 });
    plug([0, 0, 0.1]);
    hand.look();
    plug([0, 0, 0.5]);
    hand.look();
    expect(leversNow()).toMatchObject({ aileron: 50, collective: 40 });
  });

  it("pulled out in mid-use leaves the levers where they are, and says so", () => {
    const hand = new ControllerHand();
    const told = vi.fn();
    hand.subscribe(told);
    hand.calibration = { aileron: USE };
    plug([0, 0, 0.1]);
    hand.look();
    plug([0, 0, 0.9]);
    hand.look();
    plug(null);
    hand.look();
    expect(hand.seen).toBeNull();
    expect(told).toHaveBeenCalledTimes(2);
    expect(leversNow().aileron).toBe(100);
    moveLevers({ aileron: 10 });
    plug([0, 0, 0.9]);
    hand.look();
    hand.look();
    expect(leversNow().aileron).toBe(10);
  });
});
