import { expect, test } from "vitest";
import { apart, type Box, overlap } from "./labels";

const box = (x: number, y: number, wide = 0.1, high = 0.05): Box => ({ x, y, wide, high });

test("words that do not meet stay where they are", () => {
  const words = [box(0, 0), box(0.5, 0), box(0, -0.4)];
  expect(apart(words)).toEqual(words);
});

test("the second of two words over one another steps aside, no further than it must", () => {
  const [first, second] = apart([box(0, 0), box(0.02, 0.01)]) as [Box, Box];
  expect(first).toEqual(box(0, 0));
  expect(overlap(first, second)).toBe(false);
  expect(second.x).toBe(0.02);
  expect(second.y).toBeCloseTo(0.1);
});

test("a word outside the view is brought to its edge, whole", () => {
  const [low, right] = apart([box(0, -1.3), box(1.2, 0.2)]) as [Box, Box];
  expect(low.y - low.high).toBeGreaterThanOrEqual(-1);
  expect(right.x + right.wide).toBeLessThanOrEqual(1);
  expect(right.y).toBe(0.2);
});

test("many words in a heap are all clear of each other and in sight", () => {
  const heap = apart(Array.from({ length: 8 }, (_, i) => box(0.9 + i * 0.01, -0.95 + i * 0.01)));
  for (const [i, one] of heap.entries()) {
    expect(Math.abs(one.x) + one.wide).toBeLessThanOrEqual(1);
    expect(Math.abs(one.y) + one.high).toBeLessThanOrEqual(1);
    for (const other of heap.slice(0, i)) expect(overlap(one, other)).toBe(false);
  }
});
