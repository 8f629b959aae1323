import { fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import type { Ask, Bench, BenchHand } from "@/api/bench";
import { putTyped, questionName } from "@/api/typed-entries";
import { LargeView } from "./large-view";

const number = (key: string, more = {}) =>
  ({
    key,
    kind: "number",
    label: "Collective full up",
    hint: "",
    unit: "°",
    low: -20,
    high: 20,
    nudge: 0.1,
    answer: null,
    word: null,
    ...more,
  }) as unknown as Ask;
const ACTION = {
  key: "travel",
  text: "Set it to 104 %.",
  expect: "Reads 100 % then.",
  by_hand: false,
};

function large(ask: Ask | null, advice = {}, more = {}) {
  const hand = {
    read: vi.fn(),
    act: vi.fn(),
    subscribe: () => () => {},
    problemNow: () => null,
  };
  const calls = { onStep: vi.fn(), onOver: vi.fn(), onOpenChange: vi.fn() };
  const bench = {
    simulated: false,
    next_step: "clearance",
    slip: [
      { name: "collective_range", label: "11", title: "Collective range" },
      { name: "clearance", label: "12", title: "Clearance" },
    ],
    advice: {
      step: "collective_range",
      actions: [],
      summary: "Two ends.",
      outcome: "begun",
      next_key: ask?.key ?? null,
      ...advice,
    },
    ...more,
  } as unknown as Bench;
  render(
    <LargeView
      helicopter="h"
      {...{ bench, ask }}
      chosen={false}
      hand={hand as unknown as BenchHand}
      open
      {...calls}
    />,
  );
  return { hand, bench, ...calls };
}

afterEach(() => putTyped(questionName("h", false, "collective_range", "up"), null));
const button = (name: string | RegExp) => screen.getByRole("button", { name });

test("digits typed anywhere fill the figure, and Enter or the one large key records it", () => {
  const { hand } = large(number("up"));
  const record = button("Record") as HTMLButtonElement;
  expect(record.disabled).toBe(true);
  for (const key of ["1", "1", ",", "3", "Backspace", "2"])
    fireEvent.keyDown(document.body, { key });
  expect(screen.getByLabelText("Collective full up, as typed").textContent).toContain("11,2");
  fireEvent.click(record);
  expect(hand.read).toHaveBeenCalledExactlyOnceWith("collective_range", "up", "11,2");
  fireEvent.keyDown(document.body, { key: "Enter" });
  expect(hand.read).toHaveBeenCalledTimes(2);
});

test("a yes is never given by the large key of something else", () => {
  const { hand } = large({ ...number("hold"), kind: "confirm" } as unknown as Ask);
  fireEvent.keyDown(document.body, { key: "Enter" });
  expect(hand.read).not.toHaveBeenCalled();
  fireEvent.click(button("No"));
  expect(hand.read).toHaveBeenCalledExactlyOnceWith("collective_range", "hold", false);
});

test("what is needed is said and done before the way goes on", () => {
  const { hand, bench } = large(null, {
    actions: [{ ...ACTION, needed: true }],
    outcome: "workable",
  });
  expect(screen.getByText(/Set it to 104 %/)).toBeTruthy();
  fireEvent.click(button("Done"));
  expect(hand.act).toHaveBeenCalledExactlyOnceWith("collective_range", "travel", bench);
});

test("a step that is done goes on to the next, the last one to the signing off", () => {
  const { onStep } = large(number("up"), {
    outcome: "good",
    actions: [{ ...ACTION, needed: false }],
  });
  fireEvent.click(button("On to: Clearance"));
  expect(onStep).toHaveBeenCalledExactlyOnceWith("clearance");
});

test("after the last step the evening is signed off", () => {
  const { onOver } = large(null, { outcome: "good" }, { next_step: null });
  fireEvent.click(button("Sign off the evening"));
  expect(onOver).toHaveBeenCalledOnce();
});
