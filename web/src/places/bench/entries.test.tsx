import { act, fireEvent, render, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import type { BallsAsk, ChoiceAsk, NumberAsk, NumbersAsk } from "@/api/bench";
import { putTyped } from "@/api/typed-entries";
import { ChoiceEntry } from "@/parts/choice-entry";
import { switchSingleKeys } from "@/parts/shortcuts/registry";
import { BallsEntry } from "./balls-entry";
import { ListEntry } from "./list-entry";
import { NumberEntry } from "./number-entry";

const NUMBER = {
  kind: "number",
  key: "blade.0",
  label: "Blade A",
  hint: "Over the boom.",
  unit: "°",
  low: -30,
  high: 30,
  nudge: 0.1,
  answer: null,
} as unknown as NumberAsk;
const CONFIRM = { kind: "confirm", key: "motor", label: "Motor", hint: "", answer: null };
const CHOICE = {
  kind: "choice",
  key: "look",
  label: "Look",
  hint: "",
  answer: "up",
  options: [
    { value: "up", label: "Up" },
    { value: "down", label: "Down" },
  ],
} as unknown as ChoiceAsk;
const BALLS = {
  kind: "balls",
  key: "look",
  label: "Look",
  hint: "",
  count: 3,
  answer: null,
  options: [{ value: "up", label: "Level, up" }],
} as unknown as BallsAsk;
const ROLES = ["elevator", "aileron", "pitch"];

let named = 0;

function numberEntry(more: Partial<NumberAsk> = {}, taken: number | null = null) {
  const record = vi.fn(async () => true);
  const take = taken === null ? null : async () => taken;
  named += 1;
  const name = `question ${named}`;
  const entry = (sending = false) => (
    <NumberEntry ask={{ ...NUMBER, ...more }} start={null} {...{ name, record, sending, take }} />
  );
  const page = render(entry());
  const field = () => screen.getByRole("textbox") as HTMLInputElement;
  const draw = (sending: boolean) => page.rerender(entry(sending));
  return { name, record, field, draw, leave: page.unmount, entry };
}

const type = (field: HTMLInputElement, text: string) =>
  fireEvent.change(field, { target: { value: text } });
const press = async (at: Element, key: string, more = {}) =>
  act(async () => {
    fireEvent.keyDown(at, { key, ...more });
  });
const submit = async (field: HTMLElement) =>
  act(async () => {
    fireEvent.submit(field.closest("form") as HTMLFormElement);
  });

test("three digits after one separator are asked about, and what is meant is recorded", async () => {
  const { record, field } = numberEntry({ unit: "rpm", low: 0, high: 4000 });
  type(field(), "2,100");
  await submit(field());
  expect(record).not.toHaveBeenCalled();
  const keys = screen.getAllByRole("button", { name: / rpm$/ }).map((key) => key.textContent);
  expect(keys).toEqual(["2.1 rpm", "2100 rpm"]);
  await act(async () => fireEvent.click(screen.getByRole("button", { name: "2100 rpm" })));
  expect(record).toHaveBeenCalledWith("2100");
});

test("of two readings of an entry the one out of range is not offered", async () => {
  const { record, field } = numberEntry({ unit: "rpm", low: 300, high: 4000 });
  type(field(), "2.100");
  await submit(field());
  expect(screen.getAllByRole("button", { name: / rpm$/ })).toHaveLength(1);
  type(field(), "2100");
  expect(screen.queryByRole("button", { name: / rpm$/ })).toBeNull();
  await submit(field());
  expect(record).toHaveBeenCalledWith("2100", false);
});

test("a reading goes out as it was typed, and its field is empty once it is taken", async () => {
  const { name, record, field } = numberEntry();
  expect(document.activeElement).toBe(field());
  type(field(), "1,1");
  await submit(field());
  expect(record).toHaveBeenCalledExactlyOnceWith("1,1", false);
  expect(field().value).toBe("1,1");
  act(() => putTyped(name, null));
  expect(field().value).toBe("");
});

test("what was refused stays in the field", async () => {
  const { record, field } = numberEntry();
  record.mockResolvedValue(false);
  type(field(), "about one");
  await submit(field());
  expect(field().value).toBe("about one");
});

test("while a reading is on its way it cannot be sent a second time or typed over", async () => {
  const { record, field, draw } = numberEntry();
  type(field(), "1.1");
  draw(true);
  await submit(field());
  expect(record).not.toHaveBeenCalled();
  expect(field().readOnly).toBe(true);
  draw(false);
  expect(field().readOnly).toBe(false);
});

test("what was typed is there again after another question was open", () => {
  const { field, leave, entry } = numberEntry();
  type(field(), "1.7");
  leave();
  render(entry());
  expect(field().value).toBe("1.7");
});

test("arrows nudge from what is typed, or else from the last answer; Escape throws it away", async () => {
  const { field } = numberEntry({ answer: 2 });
  await press(field(), "ArrowUp");
  expect(field().value).toBe("2.1");
  await press(field(), "ArrowDown", { shiftKey: true });
  expect(field().value).toBe("1.1");
  await press(field(), "Escape");
  expect(field().value).toBe("");
  fireEvent.click(screen.getByRole("button", { name: "0.1 less" }));
  expect(field().value).toBe("1.9");
});

test("G reads the simulated model into the field; only the pilot records it", async () => {
  const { record, field } = numberEntry({}, -0.34);
  await press(field(), "g");
  expect(field().value).toBe("-0.3");
  expect(record).not.toHaveBeenCalled();
});

test("a mean is asked for, never taken by itself", async () => {
  numberEntry();
  expect(screen.queryByRole("button", { name: "Mean with the last" })).toBeNull();
  const { record } = numberEntry({ answer: 1 });
  const fields = screen.getAllByRole("textbox") as HTMLInputElement[];
  type(fields[1] as HTMLInputElement, "1.2");
  await act(async () => {
    fireEvent.click(screen.getByRole("button", { name: "Mean with the last" }));
  });
  expect(record).toHaveBeenCalledWith("1.2", true);
});

test("a question of yes and no is answered by Y, N or its key", async () => {
  const record = vi.fn(async () => true);
  render(<ChoiceEntry ask={CONFIRM as unknown as ChoiceAsk} record={record} take={null} />);
  await press(document.body, "y");
  await press(document.body, "N");
  await press(document.body, "x");
  fireEvent.click(screen.getByRole("button", { name: /^Yes/ }));
  expect(record.mock.calls).toEqual([[true], [false], [true]]);
});

test("where single letters are off, only the keys on the page answer", async () => {
  const record = vi.fn(async () => true);
  switchSingleKeys(false);
  render(<ChoiceEntry ask={CHOICE} record={record} take={async () => "down"} />);
  await press(document.body, "1");
  await press(document.body, "g");
  expect(record).not.toHaveBeenCalled();
  switchSingleKeys(true);
});

test("one of a few is answered by its digit; the answer that stands is marked", async () => {
  const record = vi.fn(async () => true);
  render(<ChoiceEntry ask={CHOICE} record={record} take={async () => "down"} />);
  expect(screen.getByRole("button", { name: /^Up/ }).getAttribute("aria-pressed")).toBe("true");
  await press(document.body, "2");
  await press(document.body, "2", { ctrlKey: true });
  expect(record.mock.calls).toEqual([["down"]]);
  await press(document.body, "g");
  expect(record.mock.calls).toEqual([["down"], ["down"]]);
});

test("balls are recorded once every ball has its answer, each by its own number", async () => {
  const record = vi.fn(async () => true);
  render(<BallsEntry ask={BALLS} roles={ROLES} record={record} take={null} />);
  const send = screen.getByRole("button", { name: "Record" }) as HTMLButtonElement;
  const choose = (ball: number, way: string) => {
    const group = screen.getByLabelText(new RegExp(`Ball ${ball}`));
    fireEvent.click(group.querySelector(`[aria-label=${way}]`) as Element);
  };
  choose(1, "up");
  choose(2, "still");
  expect(send.disabled).toBe(true);
  choose(3, "down");
  await submit(send);
  expect(record).toHaveBeenCalledExactlyOnceWith([1, 0, -1]);
  fireEvent.click(screen.getByRole("button", { name: "Level, up" }));
  expect(record).toHaveBeenLastCalledWith("up");
});

test("a list of numbers goes out as it was typed", async () => {
  const record = vi.fn(async () => true);
  const ask = { ...NUMBER, kind: "numbers", label: "Holes", unit: "mm", answer: [12, 13.5] };
  render(<ListEntry ask={ask as unknown as NumbersAsk} record={record} />);
  const field = screen.getByLabelText(/^Holes/) as HTMLInputElement;
  expect(field.value).toBe("12  13.5");
  type(field, "12 14");
  await submit(field);
  expect(record).toHaveBeenCalledExactlyOnceWith("12 14");
});

test("digits find the open reading from anywhere on the page, but not from a sheet over it", () => {
  const { field } = numberEntry();
  field().blur();
  render(
    <div role="dialog">
      <button type="button">on the sheet</button>
    </div>,
  );
  fireEvent.keyDown(screen.getByText("on the sheet"), { key: "7" });
  expect(field().value).toBe("");
  for (const key of ["-", "4", ",", "2"]) fireEvent.keyDown(document.body, { key });
  expect(field().value).toBe("-4,2");
  expect(document.activeElement).toBe(field());
  fireEvent.keyDown(document.body, { key: "5", ctrlKey: true });
  expect(field().value).toBe("-4,2");
});
