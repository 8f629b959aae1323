import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { NumberField } from "./number-field";
import type { NumberSetting } from "./setting";

const SETTING: NumberSetting = {
  kind: "number",
  device: "helicopter",
  path: "airframe.servos.0.arm_mm",
  label: "Horn length",
  unit: "mm",
  step: 0.1,
  decimals: 1,
};

afterEach(cleanup);

function field(save: (value: number) => Promise<string | null>, value: number | null = 13) {
  render(<NumberField setting={SETTING} value={value} save={save} onLeft={undefined} />);
  return screen.getByLabelText("Horn length") as HTMLInputElement;
}

const typeIn = (at: HTMLInputElement, text: string) =>
  fireEvent.change(at, { target: { value: text } });

test("comma or point, kept by Enter", async () => {
  const save = vi.fn(async () => null);
  const at = field(save);
  typeIn(at, "13,5");
  await act(async () => {
    fireEvent.keyDown(at, { key: "Enter" });
  });
  expect(save).toHaveBeenCalledWith(13.5);
});

test("what is no number stays where it was typed, with the reason, and is not sent", async () => {
  const save = vi.fn(async () => null);
  const at = field(save);
  typeIn(at, "about 13");
  await act(async () => {
    fireEvent.keyDown(at, { key: "Enter" });
  });
  expect(save).not.toHaveBeenCalled();
  expect(at.value).toBe("about 13");
  expect(screen.getByRole("alert").textContent).toContain("a number in mm");
});

test("a refusal stays under the field and is not sent again when the field is left", async () => {
  const save = vi.fn(async () => "found 900; allowed: at most 500");
  const at = field(save);
  typeIn(at, "900");
  await act(async () => {
    fireEvent.keyDown(at, { key: "Enter" });
  });
  await act(async () => {
    fireEvent.blur(at);
  });
  expect(save).toHaveBeenCalledTimes(1);
  expect(at.value).toBe("900");
  fireEvent.keyDown(at, { key: "Escape" });
  expect(at.value).toBe("13.0");
});

test("arrow keys nudge by the setting's own step and keep it once the hand rests", async () => {
  vi.useFakeTimers();
  const save = vi.fn(async () => null);
  const at = field(save);
  fireEvent.keyDown(at, { key: "ArrowUp" });
  fireEvent.keyDown(at, { key: "ArrowUp" });
  fireEvent.keyDown(at, { key: "ArrowDown", shiftKey: true });
  expect(at.value).toBe("12.2");
  await act(async () => {
    vi.advanceTimersByTime(400);
  });
  expect(save).toHaveBeenCalledTimes(1);
  expect(save).toHaveBeenCalledWith(12.2);
  vi.useRealTimers();
});

test("an empty field of a setting that is not there sends nothing", async () => {
  const save = vi.fn(async () => null);
  const left = vi.fn();
  render(<NumberField setting={SETTING} value={null} save={save} onLeft={left} />);
  const at = screen.getByLabelText("Horn length") as HTMLInputElement;
  expect(at.value).toBe("");
  expect(document.activeElement).toBe(at);
  fireEvent.blur(at);
  expect(left).toHaveBeenCalled();
  expect(save).not.toHaveBeenCalled();
});
