import { renderToStaticMarkup } from "react-dom/server";
import { expect, test } from "vitest";
import type { Ruler } from "@/api/bench";
import { ToleranceRuler } from "./tolerance-ruler";

const RULER: Ruler = {
  label: "blade A",
  unit: "°",
  band: { low: -0.2, high: 0.2, workable_low: -0.5, workable_high: 0.5 },
  marks: [
    { value: 1.1, sequence: 3, holds: false },
    { value: 0.1, sequence: 7, holds: true },
  ],
  wrong_side: 0,
  predicted: 0.05,
};

test("a ruler says in words what it draws", () => {
  const drawn = renderToStaticMarkup(<ToleranceRuler ruler={RULER} />);
  expect(drawn).toContain(
    "blade A: wanted −0.2 to +0.2 °, workable −0.5 to +0.5 °; read +1.1, +0.1, the last one newest; the next should land at +0.1 °.",
  );
});

test("the newest tick is bold, one that no longer holds is broken", () => {
  const drawn = renderToStaticMarkup(<ToleranceRuler ruler={RULER} />);
  const ticks = drawn.match(/<path[^>]*V34[^>]*>/g) ?? [];
  expect(ticks).toHaveLength(2);
  expect(ticks[0]).toContain("stroke-dasharray");
  expect(ticks[1]).toContain('stroke-width="4"');
  expect(ticks[1]).not.toContain("stroke-dasharray");
});

test("nothing read and nothing predicted draws the bands alone", () => {
  const drawn = renderToStaticMarkup(
    <ToleranceRuler ruler={{ ...RULER, marks: [], predicted: null }} />,
  );
  expect(drawn.match(/<rect/g)).toHaveLength(2);
  expect(drawn).not.toContain("land at");
});
