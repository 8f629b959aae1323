import { describe, expect, it } from "vitest";
import { readNumber, shown, signed } from "./numbers";

describe("numbers", () => {
  it.each([
    ["12,5", 12.5],
    ["12.5", 12.5],
    [" −0,4 ", -0.4],
    ["+3", 3],
    [".5", 0.5],
  ])("reads %s", (text, value) => expect(readNumber(text)).toBe(value));

  it.each(["", "abc", "1,2,3", "1e5", "NaN", "12 mm"])("refuses %s", (text) =>
    expect(readNumber(text)).toBeNull(),
  );

  it("never shows a negative zero and marks signs", () => {
    expect(shown(-0.04)).toBe("0.0");
    expect(shown(-1.25, 1)).toBe("−1.3");
    expect(signed(2)).toBe("+2.0");
    expect(signed(0.01)).toBe("0.0");
    expect(shown(null)).toBe("–");
  });
});
