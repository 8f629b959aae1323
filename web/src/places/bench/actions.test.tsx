import { fireEvent, render, screen, within } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Bench, BenchHand } from "@/api/bench";
import { Actions } from "./actions";

const action = (key: string, more = {}) => ({
  key,
  text: `Set ${key} to 103 %.`,
  expect: "Reads 100 % then.",
  device: "transmitter",
  by_hand: false,
  sets: true,
  needed: true,
  learned: false,
  parts: [],
  on_devices: [],
  ...more,
});

function actions(list: object[], more = {}) {
  const act = vi.fn();
  const onStep = vi.fn();
  const onOver = vi.fn();
  const { next_step = "horns", ...advice } = more as { next_step?: string | null };
  const bench = {
    simulated: false,
    version: 4,
    sequence: 9,
    next_step,
    slip: [{ name: "horns", title: "Square the horns" }],
    advice: { step: "arrival", actions: list, outcome: "out", summary: "Two ends.", ...advice },
  } as unknown as Bench;
  const hand = { act } as unknown as BenchHand;
  render(<Actions bench={bench} hand={hand} onStep={onStep} onOver={onOver} />);
  return { act, onStep, onOver, bench };
}

test("what goes together is one key that lists its parts with their numbers", () => {
  const parts = ["Set aileron to 103 %.", "Set rudder to 104 %."];
  const { act, bench } = actions([
    action("all", { text: "Set both of these at once.", parts }),
    action("aileron"),
    action("rudder"),
  ]);
  const [bundle] = screen.getAllByRole("listitem");
  for (const part of parts) expect(within(bundle as HTMLElement).getByText(part)).toBeTruthy();
  fireEvent.click(within(bundle as HTMLElement).getByRole("button", { name: /^Set them/ }));
  expect(act).toHaveBeenCalledExactlyOnceWith("arrival", "all", bench);
  expect(screen.getByText("One by one")).toBeTruthy();
});

test("A does the first act, also out of a reading's field", () => {
  const { act, bench } = actions([action("aileron"), action("rudder")]);
  fireEvent.keyDown(document.body, { key: "a" });
  expect(act).toHaveBeenCalledExactlyOnceWith("arrival", "aileron", bench);
});

test("a key says what pressing it claims: by hand, on the device, or only written down", () => {
  actions([
    action("setting"),
    action("link", { by_hand: true, sets: false }),
    action("both", { by_hand: true }),
    action("length", { learned: true }),
    action("spare", { needed: false }),
  ]);
  const keys = screen.getAllByRole("button").map((key) => key.textContent);
  expect(keys).toEqual([
    "Set it on the device; write it into the draftA",
    "I have done it",
    "Done; write it into the draft",
    "Write it down",
    "Set it on the device; write it into the draft",
  ]);
  expect(screen.getAllByText("not needed, but better").length).toBe(1);
});

test("what to set stands in the pilot's own device's words, with what it cannot hold", () => {
  const said = {
    device: "Blue cube",
    path: "unit.cyclic_pct",
    ours: "Cyclic throw",
    called: "Roll way",
    menu: "Swash",
    text: "91",
    unit: "",
    rounded: true,
    kept: 91,
    cost_deg: 0.19,
    own: true,
    figure: true,
  };
  actions([action("figure", { on_devices: [said] })]);
  const line = within(screen.getByRole("list", { name: "On your devices" })).getByRole("listitem");
  expect(line.textContent).toBe(
    "Blue cube, Swash: Roll way 91  is the nearest it can hold: 0.2° off at the blade",
  );
});

test("what a unit shows no figure for is nudged, not set", () => {
  actions([action("figure", { nudged: true, text: "Nudge it until the gauge reads +6.0°." })]);
  expect(screen.getByRole("button", { name: /I have nudged it/ })).toBeTruthy();
});

test("a step that is done leads to the next one; one that is not does not", () => {
  actions([], { outcome: "begun" });
  expect(screen.queryByRole("button", { name: /^On to/ })).toBeNull();
  const { onStep } = actions([], { outcome: "good" });
  fireEvent.click(screen.getByRole("button", { name: /^On to: Square the horns/ }));
  expect(onStep).toHaveBeenCalledExactlyOnceWith("horns");
});

test("an arm of a wheel is drawn where it stands, counted the way that raises the ball", () => {
  actions([action("press.1", { wheel: { arms: 4, arm: 2 } })]);
  const caption = screen.getByText(/use arm 2 of 4/);
  const arms = caption.parentElement?.querySelectorAll("g") ?? [];
  const tips = [...arms].map((arm) => arm.querySelector("path")?.getAttribute("d") ?? "");
  expect(arms.length).toBe(4);
  // Arm 1 points right; arm 2, the next to the left round, points up.
  expect(tips[0]).toMatch(/^M90 78L142 78$/);
  expect(Number(tips[1]?.split(" ").at(-1))).toBeLessThan(30);
  expect(arms[1]?.getAttribute("class")).toContain("text-mint");
  expect(arms[0]?.querySelector("circle")).toBeTruthy();
});

test("what is out with nothing left to do here leads back to the step that mends it", () => {
  const { onStep } = actions([], { summary: "Not fit. Go back.", next_key: null });
  fireEvent.click(screen.getByRole("button", { name: /^Back to: Square the horns/ }));
  expect(onStep).toHaveBeenCalledExactlyOnceWith("horns");
});

test("it stays as long as something is asked or needed here", () => {
  actions([], { next_key: "left" });
  actions([action("aileron")], { next_key: null });
  expect(screen.queryByRole("button", { name: /^Back to/ })).toBeNull();
});

test("after the last step the evening is signed off, and not before", () => {
  const { onOver, onStep } = actions([], { outcome: "good", next_step: null });
  fireEvent.click(screen.getByRole("button", { name: /sign off the evening/ }));
  expect(onOver).toHaveBeenCalledOnce();
  expect(onStep).not.toHaveBeenCalled();
});

test("while a step is left the way goes there", () => {
  actions([], { outcome: "good" });
  expect(screen.queryByRole("button", { name: /sign off/ })).toBeNull();
  expect(screen.getByRole("button", { name: /On to: Square the horns/ })).toBeTruthy();
});
