import { fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { Ask } from "@/api/bench";
import { answerText } from "./answer-text";
import { QuestionGrid } from "./question-grid";

const ask = (row: string, column: string, answer: number | null, word: string | null = null) =>
  ({
    kind: "number",
    key: `${row}.${column}`,
    label: `${row}, ${column}`,
    unit: "%",
    nudge: 1,
    answer,
    word,
    cell: { grid: "What the unit shows", row, column },
  }) as unknown as Ask;

const ASKS = [
  ask("aileron", "left", -97, "workable"),
  ask("aileron", "right", null),
  ask("elevator", "left", 100, "in"),
];

test("values of one kind stand in one grid, each where its row and column meet", () => {
  const open = vi.fn();
  render(<QuestionGrid asks={ASKS} open="aileron.right" onAsk={open} />);
  expect(screen.getAllByRole("columnheader").map((each) => each.textContent)).toEqual([
    "left",
    "right",
  ]);
  const rows = screen.getAllByRole("row").slice(1);
  expect(rows.map((row) => row.querySelectorAll("button").length)).toEqual([2, 1]);
  expect(rows[0]?.textContent).toContain("−97 %");
  expect(rows[0]?.textContent).toContain("–");
});

test("a cell says its question, its answer and its verdict, and opens by a press", () => {
  const open = vi.fn();
  render(<QuestionGrid asks={ASKS} open="aileron.right" onAsk={open} />);
  fireEvent.click(screen.getByRole("button", { name: "aileron, left, −97 %, workable" }));
  expect(open).toHaveBeenCalledExactlyOnceWith("aileron.left");
  const pressed = screen.getByRole("button", { name: "aileron, right" });
  expect(pressed.getAttribute("aria-pressed")).toBe("true");
});

test.each([
  [{ kind: "confirm", answer: true }, "yes"],
  [{ kind: "confirm", answer: false }, "no"],
  [{ kind: "confirm", answer: null }, ""],
  [{ kind: "number", answer: -1.25, nudge: 0.1, unit: "°" }, "−1.3 °"],
  [{ kind: "numbers", answer: [12, 13.5] }, "12 13.5"],
  [{ kind: "balls", answer: [1, 0, -1], options: [] }, "↑ – ↓"],
  [{ kind: "choice", answer: "up", options: [{ value: "up", label: "Level, up" }] }, "Level, up"],
  [{ kind: "choice", answer: "gone", options: [] }, "gone"],
])("%o is shown as %s", (part, words) => {
  expect(answerText(part as unknown as Ask)).toBe(words);
});
