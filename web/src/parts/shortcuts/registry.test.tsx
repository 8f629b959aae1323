import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, test, vi } from "vitest";
import { KeyList } from "./key-list";
import { switchSingleKeys, useShortcut } from "./registry";

function Place({
  keys,
  run,
  says = "does it",
}: {
  keys: string[];
  run: () => void;
  says?: string;
}) {
  useShortcut({ keys, says, run });
  return <input aria-label="field" />;
}

afterEach(() => {
  cleanup();
  switchSingleKeys(true);
});

const press = (key: string, more = {}) => fireEvent.keyDown(document.body, { key, ...more });

test("a shortcut counts while its component is on the page, and text has the first say", () => {
  const run = vi.fn();
  const { unmount } = render(<Place keys={["x"]} run={run} />);
  press("x");
  press("X", { shiftKey: true });
  fireEvent.keyDown(screen.getByLabelText("field"), { key: "x" });
  press("x", { ctrlKey: true });
  expect(run).toHaveBeenCalledTimes(2);
  unmount();
  press("x");
  expect(run).toHaveBeenCalledTimes(2);
});

test("single letters can be switched off; keys with Ctrl stay", () => {
  const letter = vi.fn();
  const save = vi.fn();
  render(
    <>
      <Place keys={["x"]} run={letter} />
      <Place keys={["ctrl+s"]} run={save} />
      <KeyList />
    </>,
  );
  fireEvent.click(screen.getByRole("checkbox"));
  press("x");
  press("s", { ctrlKey: true });
  expect(letter).not.toHaveBeenCalled();
  expect(save).toHaveBeenCalledTimes(1);
  fireEvent.click(screen.getByRole("checkbox"));
  press("x");
  expect(letter).toHaveBeenCalledTimes(1);
});

test("the list is made from what counts on the page", () => {
  const { rerender } = render(
    <>
      <Place keys={["ctrl+y", "ctrl+shift+z"]} run={() => {}} says="redo" />
      <KeyList />
    </>,
  );
  expect(screen.getByText("redo")).toBeTruthy();
  expect(screen.getByText("Ctrl Y, Ctrl Shift Z")).toBeTruthy();
  rerender(<KeyList />);
  expect(screen.queryByText("redo")).toBeNull();
});

test("a key with two meanings in one place is reported", () => {
  const told = vi.spyOn(console, "error").mockImplementation(() => {});
  render(
    <>
      <Place keys={["x"]} run={() => {}} says="one thing" />
      <Place keys={["x"]} run={() => {}} says="another" />
    </>,
  );
  expect(told).toHaveBeenCalledWith("The key x means two things: one thing");
  told.mockRestore();
});
