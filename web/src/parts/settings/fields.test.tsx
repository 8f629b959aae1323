import { act, fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { Problem } from "@/api/client";
import type { Editor } from "@/api/draft";
import { ChoiceField } from "./choice-field";
import { OptionalField } from "./optional-field";
import type { ChoiceSetting, NumberSetting, TextSetting } from "./setting";
import { TextSettingField } from "./text-setting";

const NOTES: TextSetting = {
  kind: "text",
  numbers: false,
  unit: "",
  path: "notes",
  label: "Notes",
  device: "helicopter",
};
const HOLES: TextSetting = { ...NOTES, numbers: true, unit: "mm", path: "holes", label: "Holes" };
const LOAD: NumberSetting = {
  kind: "number",
  unit: "g",
  step: 1,
  decimals: 0,
  path: "airframe.mass_g",
  label: "Mass",
  device: "helicopter",
  optional: true,
};
const MIXER: ChoiceSetting = {
  kind: "choice",
  path: "unit.fast",
  label: "Fast",
  device: "unit",
  options: [
    { value: true, label: "on" },
    { value: false, label: "off" },
  ],
};

function editor(problem: Problem | null = null) {
  const edit = vi.fn(async () => problem);
  return { edit, editor: { edit } as unknown as Editor };
}

const refusal = (path: string) =>
  new Problem(422, { faults: [{ path, found: "x", allowed: "at most 9" }] });
const key = async (at: Element, name: string) =>
  act(async () => {
    fireEvent.keyDown(at, { key: name });
  });
const type = (at: Element, value: string) => fireEvent.change(at, { target: { value } });

test("a text is kept by Enter or when it is left, and only when it changed", async () => {
  const { edit, editor: to } = editor();
  render(<TextSettingField setting={NOTES} value="salt" editor={to} />);
  const field = screen.getByLabelText("Notes") as HTMLInputElement;
  await act(async () => {
    fireEvent.blur(field);
  });
  expect(edit).not.toHaveBeenCalled();
  type(field, "salt works");
  await key(field, "Enter");
  expect(edit).toHaveBeenCalledExactlyOnceWith([{ path: "notes", value: "salt works" }]);
  await key(field, "Escape");
  expect(field.value).toBe("salt");
});

test("a list of numbers is read with comma or point; words are not sent", async () => {
  const { edit, editor: to } = editor();
  render(<TextSettingField setting={HOLES} value={[12, 14]} editor={to} />);
  const field = screen.getByLabelText(/^Holes/) as HTMLInputElement;
  expect(field.value).toBe("12  14");
  type(field, "12 wide");
  await key(field, "Enter");
  expect(screen.getByRole("alert").textContent).toContain("numbers in mm with spaces");
  expect(edit).not.toHaveBeenCalled();
  type(field, "12,5 14");
  await key(field, "Enter");
  expect(edit).toHaveBeenCalledExactlyOnceWith([{ path: "holes", value: [12.5, 14] }]);
});

test("a refused text stays with its reason", async () => {
  const { editor: to } = editor(refusal("notes"));
  render(<TextSettingField setting={NOTES} value="" editor={to} />);
  const field = screen.getByLabelText("Notes") as HTMLInputElement;
  type(field, "too long");
  await key(field, "Enter");
  expect(field.value).toBe("too long");
  expect(screen.getByRole("alert").textContent).toContain("at most 9");
  expect(field.getAttribute("aria-invalid")).toBe("true");
});

test("a setting that is not there is put in by its key and taken out by another", async () => {
  const { edit, editor: to } = editor();
  const page = render(<OptionalField setting={LOAD} value={null} editor={to} />);
  fireEvent.click(screen.getByRole("button", { name: "none, set it: Mass" }));
  const field = screen.getByRole("textbox");
  type(field, "2100");
  await key(field, "Enter");
  expect(edit).toHaveBeenCalledExactlyOnceWith([{ path: "airframe.mass_g", value: 2100 }]);
  page.rerender(<OptionalField setting={LOAD} value={2100} editor={to} />);
  fireEvent.click(screen.getByRole("button", { name: "Take mass out" }));
  expect(edit).toHaveBeenLastCalledWith([{ path: "airframe.mass_g", value: null }]);
});

test("zero is there; only what is left out is not", () => {
  render(<OptionalField setting={LOAD} value={0} editor={editor().editor} />);
  expect((screen.getByRole("textbox") as HTMLInputElement).value).toBe("0");
});

test("a choice is kept once; pressing what stands sends nothing", async () => {
  const save = vi.fn(async () => "found true; allowed: off");
  render(<ChoiceField setting={MIXER} value={false} save={save} />);
  await act(async () => {
    fireEvent.click(screen.getByRole("radio", { name: "off" }));
  });
  expect(save).not.toHaveBeenCalled();
  await act(async () => {
    fireEvent.click(screen.getByRole("radio", { name: "on" }));
  });
  expect(save).toHaveBeenCalledExactlyOnceWith(true);
  expect(screen.getByRole("alert").textContent).toContain("allowed: off");
});
