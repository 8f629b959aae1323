import { describe, expect, it } from "vitest";
import { eitherOf, readNumber, shown, signed } from "./numbers";

describe("numbers", () => {
  it.each([
    ["12,5", 12.5],
    ["12.5", 12.5],
    [" −0,4 ", -0.4],
    ["+3", 3],
    [".5", 0.5],
    ["١٢٫٥", 12.5],
    ["１２．５".replace("．", "."), 12.5],
    ["१२,५", 12.5],
  ])("reads %s", (text, value) => expect(readNumber(text)).toBe(value));

  it.each(["", "abc", "1,2,3", "1e5", "NaN", "12 mm"])("refuses %s", (text) =>
    expect(readNumber(text)).toBeNull(),
  );

  it("understands a field's own unit behind a number, and no other", () => {
    expect(readNumber("15.25mm", "mm")).toBe(15.25);
    expect(readNumber("15,25 mm", "mm")).toBe(15.25);
    expect(readNumber("15.25in", "mm")).toBeNull();
    expect(readNumber("14,5,", "mm")).toBeNull();
  });

  it.each([
    ["2,100", [2.1, 2100]],
    ["2.100 rpm", [2.1, 2100]],
    ["-1,250", [-1.25, -1250]],
    ["2.10", null],
    ["2100", null],
    ["0,125", null],
    ["2.1005", null],
  ])("asks what is meant by %s", (text, either) => expect(eitherOf(text, "rpm")).toEqual(either));

  it("never shows a negative zero and marks signs", () => {
    expect(shown(-0.04)).toBe("0.0");
    expect(shown(-1.25, 1)).toBe("−1.3");
    expect(signed(2)).toBe("+2.0");
    expect(signed(0.01)).toBe("0.0");
    expect(shown(null)).toBe("–");
  });
});
