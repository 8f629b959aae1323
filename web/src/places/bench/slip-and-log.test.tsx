import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Advice, Bench, BenchHand, LogLine } from "@/api/bench";
import { Problem } from "@/api/client";
import { ReadingLog } from "./reading-log";
import { Slip } from "./slip";

const SLIP = [
  { name: "a", number: 1, title: "Make safe", state: "good", because: [], rests_on: [] },
  { name: "b", number: 5, title: "Horns", state: "stale", because: ["servo 1"], rests_on: [] },
  { name: "c", number: 9, title: "Zero pitch", state: "open", because: [], rests_on: ["Horns"] },
];

function slip(open: string) {
  const onOpen = vi.fn();
  const absent = [
    { number: 3, part: 0, label: "3", title: "Link and arrival", why: "No unit shows it." },
  ];
  const bench = { slip: SLIP, absent, next_step: "b" } as unknown as Bench;
  render(<Slip bench={bench} open={open} onOpen={onOpen} onOver={() => {}} onLegend={() => {}} />);
  const [a, b, c] = screen.getAllByRole("button") as [HTMLElement, HTMLElement, HTMLElement];
  return { a, b, c, onOpen };
}

test("the slip says how each step stands and why one is stale, and which comes next", () => {
  const { a, b, onOpen } = slip("a");
  expect(a.textContent).toContain("good");
  expect(a.getAttribute("aria-current")).toBe("step");
  expect(b.textContent).toContain("stale");
  expect(within(b).getByText("servo 1 changed since")).toBeTruthy();
  expect(within(b).getByText("next")).toBeTruthy();
  fireEvent.click(b);
  expect(onOpen).toHaveBeenCalledExactlyOnceWith("b");
});

test("a number that this arrangement has not stands in its place and says why", () => {
  slip("a");
  const lines = screen.getAllByRole("listitem").map((line) => line.textContent);
  expect(lines[1]).toBe("3Link and arrivalNot here. No unit shows it.");
});

test("what the open step rests on, and what rests on it, is said in words too", () => {
  const { a, c } = slip("b");
  expect(within(c).getByText("Rests on the open step.")).toBeTruthy();
  expect(a.textContent).not.toMatch(/rests on/i);
});

const LINE: LogLine = {
  sequence: 4,
  kind: "reading",
  key: "blade.0",
  label: "Blade A",
  value: 1.1,
  said: "1.1",
  at: "2026-11-25T20:15:00Z",
  struck: false,
  edited: false,
  holds: true,
};

function log(lines: Partial<LogLine>[], problem: Problem | null = null) {
  const hand = { edit: vi.fn(async () => problem), strike: vi.fn(async () => problem) };
  const kept = { lines: lines.map((line) => ({ ...LINE, ...line })), more: false };
  render(
    <ReadingLog
      helicopter="h"
      step="zero_pitch"
      log={kept as Advice["log"]}
      hand={hand as unknown as BenchHand}
    />,
  );
  return hand;
}
const name = (words: string) => screen.getByRole("button", { name: words });

test("the newest line stands first, and each says what became of it", () => {
  log([
    { sequence: 1, value: 3, said: "3", holds: false },
    { sequence: 2, value: 2, said: "2", struck: true },
    { sequence: 3, value: 1, said: "1", struck: true, edited: true },
    { sequence: 4 },
  ]);
  const lines = screen.getAllByRole("listitem").map((line) => line.textContent);
  expect(lines.map((line) => /Blade A (\S+?)(no|struck|put|$)/.exec(line ?? "")?.[1])).toEqual([
    "1.1",
    "1",
    "2",
    "3",
  ]);
  expect(lines[3]).toContain("no longer holds");
  expect(lines[2]).toContain("struck out");
  expect(lines[1]).toContain("put right");
});

test("a line is struck out and let count again; nothing of it is lost", async () => {
  const hand = log([{}, { sequence: 5, value: 2, said: "2", struck: true }]);
  await act(async () => {
    fireEvent.click(name("Strike out: Blade A 1.1"));
    fireEvent.click(name("Let count again: Blade A 2"));
  });
  expect(hand.strike.mock.calls).toEqual([
    ["zero_pitch", 4, true],
    ["zero_pitch", 5, false],
  ]);
});

test("a number is put right; what was refused stays in its field with the reason", async () => {
  const hand = log([{}], new Problem(422, { title: "That cannot be used" }));
  fireEvent.click(name("Put right: Blade A 1.1"));
  const field = screen.getByLabelText("Blade A, put right") as HTMLInputElement;
  fireEvent.change(field, { target: { value: "95" } });
  await act(async () => {
    fireEvent.click(name("Keep"));
  });
  expect(hand.edit).toHaveBeenCalledExactlyOnceWith("zero_pitch", 4, "95");
  expect(field.value).toBe("95");
  expect(screen.getByText("That cannot be used")).toBeTruthy();
  fireEvent.click(name("Leave as it was"));
  expect(screen.queryByLabelText("Blade A, put right")).toBeNull();
});

test("an act or a yes has no number to put right, and an empty log is not shown", () => {
  log([
    { kind: "act", label: "Turned the links", value: null, said: "" },
    { sequence: 5, value: true, said: "yes" },
  ]);
  expect(screen.queryByRole("button", { name: /^Put right/ })).toBeNull();
  expect(screen.getByText("yes")).toBeTruthy();
  const { container } = render(
    <ReadingLog
      helicopter="h"
      step="zero_pitch"
      log={{ lines: [], more: false } as Advice["log"]}
      hand={{} as BenchHand}
    />,
  );
  expect(container.textContent).toBe("");
});
