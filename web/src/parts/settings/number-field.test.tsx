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

const RPM = { ...SETTING, label: "Head speed", unit: "rpm", least: 0, most: 4000 };

async function entered(setting: NumberSetting, text: string) {
  const save = vi.fn(async () => null);
  render(<NumberField setting={setting} value={1800} save={save} />);
  const at = screen.getByLabelText(setting.label) as HTMLInputElement;
  typeIn(at, text);
  await act(async () => {
    fireEvent.keyDown(at, { key: "Enter" });
  });
  return save;
}

test.each(["2,100", "2.100"])(
  "three digits after one separator, %s: which is meant",
  async (text) => {
    const save = await entered(RPM, text);
    expect(save).not.toHaveBeenCalled();
    expect(screen.getByRole("alert").textContent).toContain("Which is meant?");
    await act(async () => {
      fireEvent.click(screen.getByRole("button", { name: "2100 rpm" }));
    });
    expect(save).toHaveBeenCalledExactlyOnceWith(2100);
  },
);

test("where only one reading is in range nothing is asked", async () => {
  const save = await entered({ ...SETTING, least: 0.1, most: 500 }, "13,125");
  expect(save).toHaveBeenCalledExactlyOnceWith(13.125);
});

test("an arrow key leaves no doubt what is meant", async () => {
  vi.useFakeTimers();
  const save = vi.fn(async () => null);
  render(
    <NumberField setting={{ ...RPM, step: 0.001, decimals: 3 }} value={310.124} save={save} />,
  );
  fireEvent.keyDown(screen.getByLabelText("Head speed"), { key: "ArrowUp" });
  await act(async () => vi.advanceTimersByTimeAsync(1000));
  vi.useRealTimers();
  expect(save).toHaveBeenCalledExactlyOnceWith(310.125);
});

test("a head speed no head flies at is asked about, and may be meant", async () => {
  const save = await entered(RPM, "210");
  expect(save).not.toHaveBeenCalled();
  expect(screen.getByRole("alert").textContent).toContain("So slow?");
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name: "210 rpm" }));
  });
  expect(save).toHaveBeenCalledExactlyOnceWith(210);
});

test("the field's own unit behind the number is understood, another refused", async () => {
  expect(await entered(SETTING, "15.25mm")).toHaveBeenCalledExactlyOnceWith(15.25);
  cleanup();
  expect(await entered(SETTING, "15.25in")).not.toHaveBeenCalled();
  expect(screen.getByRole("alert").textContent).toContain("found “15.25in”");
});
